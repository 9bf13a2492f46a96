import { createHash } from 'node:crypto'
import { UUID } from '#shared/platform/schemaParts'
import { SHORT_LENGTH_ANEW, SHORT_SIGNS } from '#server/platform/codes'

// What an archive names is made anew as it is read, always to the same for the same import: so its parts can
// be read one after another, each once or again, and nothing of it names what is anybody else's.

/** Whether a text is an id (RFC 9562). */
export const isId = (text: unknown): text is string => typeof text === 'string' && UUID.test(text)

const digest = (salt: string, what: string): string =>
  createHash('sha256').update(`${salt}\n${what}`).digest('hex')

/**
 * The id that takes another's place. Ids are ordered by when they were made (RFC 9562 §5.7), so its first 60
 * bits stay.
 */
export function idAnew(salt: string, id: string): string {
  const hex = digest(salt, id.toLowerCase())
  const [first, second] = [id.slice(0, 14), id.slice(15, 18)].map((part) => part.toLowerCase())
  return `${first}7${second}-8${hex.slice(0, 3)}-${hex.slice(3, 15)}`
}

/** The code that takes another's place. */
export function codeAnew(salt: string, code: string): string {
  let number = BigInt(`0x${digest(salt, code)}`)
  let made = ''
  for (let at = 0; at < SHORT_LENGTH_ANEW; at++) {
    made += SHORT_SIGNS[Number(number % BigInt(SHORT_SIGNS.length))]
    number /= BigInt(SHORT_SIGNS.length)
  }
  return made
}

/** The key that takes another's place. */
export const keyAnew = (salt: string, key: string): string => digest(salt, key).slice(0, 40)

/**
 * JSON with its ids made anew: those that are its elements or names at its top (`top`), or stand under some
 * names at any depth.
 */
export function withIdsAnew(value: unknown, ids: 'top' | readonly string[], salt: string): unknown {
  const anew = (text: unknown): unknown => (isId(text) ? idAnew(salt, text) : text)
  if (ids !== 'top') return under(value, ids, anew)
  if (Array.isArray(value)) return value.map(anew)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => [String(anew(name)), inner as unknown]),
  )
}

function under(value: unknown, names: readonly string[], anew: (text: unknown) => unknown): unknown {
  if (Array.isArray(value)) return value.map((one) => under(one, names, anew))
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([name, inner]) => [
      name,
      names.includes(name) ? anew(inner) : under(inner, names, anew),
    ]),
  )
}
