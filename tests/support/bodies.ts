// Bodies made from what a route's own schema says of them: right ones, as large as may be, and wrong ones.
import fc from 'fast-check'
import type * as yup from 'yup'

type Described = yup.SchemaFieldDescription & {
  tests?: { name?: string; params?: Record<string, unknown> }[]
  oneOf?: unknown[]
  fields?: Record<string, Described>
  innerType?: Described
  nullable?: boolean
}

const UUID = '01900000-0000-7000-8000-00000000ffff'
const numberIn = (described: Described, name: string): number | undefined => {
  const value = described.tests?.find((test) => test.name === name)?.params?.[name]
  return typeof value === 'number' ? value : undefined
}
const regexIn = (described: Described): RegExp | undefined =>
  described.tests?.find(({ name }) => name === 'matches')?.params?.['regex'] as RegExp | undefined

/** What a value of this kind may look like, right as far as its description says. */
export function rightBody(schema: yup.AnySchema, ids: string[]): fc.Arbitrary<unknown> {
  return valueOf(schema.describe() as Described, ids)
}

function valueOf(described: Described, ids: string[]): fc.Arbitrary<unknown> {
  if (described.oneOf && described.oneOf.length > 0) return fc.constantFrom(...described.oneOf)
  switch (described.type) {
    case 'object':
      return fc.record(
        Object.fromEntries(
          Object.entries(described.fields ?? {}).map(([name, field]) => [name, valueOf(field, ids)]),
        ),
      )
    case 'array':
      return fc.array(valueOf(described.innerType!, ids), {
        maxLength: Math.min(4, numberIn(described, 'max') ?? 4),
      })
    case 'number':
      return fc.oneof(
        fc.integer({
          min: Math.ceil(numberIn(described, 'min') ?? 0),
          max: Math.floor(numberIn(described, 'max') ?? 5),
        }),
        fc.constant(1),
      )
    case 'boolean':
      return fc.boolean()
    case 'string':
      return textOf(described, ids)
    default:
      return fc.oneof(
        fc.constant({}),
        fc.constant(null),
        fc.dictionary(fc.string({ maxLength: 8 }), fc.jsonValue({ maxDepth: 1 }), { maxKeys: 2 }),
      )
  }
}

function textOf(described: Described, ids: string[]): fc.Arbitrary<unknown> {
  const names = described.tests?.map(({ name }) => name) ?? []
  if (names.includes('day')) return fc.constantFrom('2027-03-04', '2027-02-28', '2199-12-31')
  if (names.includes('instant'))
    return fc.constantFrom('2027-03-04T10:00:00.000Z', '1970-01-01T00:00:00Z', '2199-12-31T23:59:59Z')
  if (names.includes('zone'))
    return fc.constantFrom('UTC', 'Europe/Lisbon', 'America/Toronto', 'Pacific/Apia')
  if (names.includes('email')) return fc.constantFrom('nell@desk.example', 'bento@desk.example')
  const regex = regexIn(described)
  if (regex?.test(UUID)) return fc.constantFrom(...ids, UUID)
  if (regex?.test('10:30')) return fc.constantFrom('10:30', '00:00', '23:59')
  if (regex?.test('en')) return fc.constantFrom('en', 'pt', 'de-AT')
  const words = fc.constantFrom(
    'lamp',
    'Comet lines',
    'https://lowlamp.example/feed.xml',
    'lowlamp.example',
    '#sky',
    'comet OR "dark sky"~4',
    '@a@b.example',
  )
  const any = fc.string({ unit: 'grapheme', maxLength: 30 })
  return described.nullable ? fc.oneof(words, any, fc.constant(null)) : fc.oneof(words, any)
}

const WRONG = fc.oneof(
  fc.constantFrom(
    null,
    '',
    -1,
    1e308,
    Number.MAX_SAFE_INTEGER,
    0.1,
    true,
    [],
    {},
    [[]],
    { constructor: 1 },
    '\0',
    '\ud800',
    '9999-99-99',
    '../..',
    "'; DROP TABLE x; --",
  ),
  fc.jsonValue({ maxDepth: 3 }),
  fc.string({ unit: 'binary', maxLength: 200 }),
)

/** Such a body with some of its values put wrong, or left out. */
export function wrongBody(schema: yup.AnySchema, ids: string[]): fc.Arbitrary<unknown> {
  return fc
    .tuple(rightBody(schema, ids), fc.array(fc.tuple(fc.nat(), WRONG), { minLength: 1, maxLength: 4 }))
    .map(([body, changes]) => {
      let made: unknown = structuredClone(body)
      for (const [place, wrong] of changes) made = putAt(made, place, wrong)
      return made
    })
}

/** Puts a value somewhere within another: at the `place`-th of its inner values, counted round. */
function putAt(whole: unknown, place: number, value: unknown): unknown {
  const places: { in: Record<string, unknown>; name: string }[] = []
  const walk = (one: unknown): void => {
    if (typeof one !== 'object' || one === null) return
    for (const name of Object.keys(one)) {
      places.push({ in: one as Record<string, unknown>, name })
      walk((one as Record<string, unknown>)[name])
    }
  }
  walk(whole)
  const at = places[place % Math.max(1, places.length)]
  if (!at) return structuredClone(value)
  at.in[at.name] = structuredClone(value)
  return whole
}

/**
 * The largest body a schema takes, as far as its description tells: longest lists of longest texts, up to a
 * number of characters.
 */
export function largestBody(schema: yup.AnySchema, ids: string[], most: number): unknown {
  // Lists within lists would be longer than any body may be: they are made shorter together until it fits.
  for (let share = 1; share > 0.001; share *= 0.6) {
    const made = largest(schema.describe() as Described, ids, share, 0, '')
    const text = JSON.stringify(made)
    if (text.length <= most && text.split(/[,[{]/).length < 9_000) return made
  }
  return {}
}

/** What fields of these names have to be, beyond what a schema's description tells. */
const NAMED: Record<string, (length: number) => unknown> = {
  link: (length) => `https://lowlamp.example/${'a/'.repeat(length / 2 - 20)}`,
  url: () => 'https://lowlamp.example/feed.xml',
  address: () => 'https://lowlamp.example/feed.xml',
  feedUrl: () => 'https://lowlamp.example/feed.xml',
  hook: () => 'https://hook.example/room',
  language: () => 'en',
  token: () => '',
  query: () => Array.from({ length: 990 }, (_, at) => `lamp${at}`).join(' OR '),
  opml: (length) =>
    `<opml version="2.0"><body>${'<outline text="A paper" xmlUrl="https://papers.example/1"/>'.repeat(length / 65)}</body></opml>`,
}

function largest(described: Described, ids: string[], share: number, at: number, name: string): unknown {
  if (described.type === 'string' && NAMED[name])
    return NAMED[name](Math.floor((numberIn(described, 'max') ?? 100) * share))
  if (described.oneOf && described.oneOf.length > 0) return described.oneOf.at(at % described.oneOf.length)
  switch (described.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(described.fields ?? {}).map(([inner, field]) => [
          inner,
          largest(field, ids, share, at, inner),
        ]),
      )
    case 'array':
      return Array.from(
        { length: Math.max(1, Math.floor((numberIn(described, 'max') ?? 1) * share)) },
        (_, index) => largest(described.innerType!, ids, share, index, name),
      )
    case 'number':
      return numberIn(described, 'max') ?? 1
    case 'boolean':
      return true
    case 'string':
      return largestText(described, ids, share, at)
    default:
      return {}
  }
}

function largestText(described: Described, ids: string[], share: number, at: number): unknown {
  const names = described.tests?.map(({ name }) => name) ?? []
  const two = (value: number): string => String(value).padStart(2, '0')
  if (names.includes('day')) return new Date(Date.UTC(2027, 2, 3 + at)).toISOString().slice(0, 10)
  if (names.includes('instant')) return new Date(Date.UTC(2027, 2, 3 + at, 10)).toISOString()
  if (names.includes('zone')) return 'America/Argentina/ComodRivadavia'
  if (names.includes('email')) return `person${at}@desk.example`
  const regex = regexIn(described)
  if (regex?.test(UUID)) return ids[at % ids.length] ?? UUID
  if (regex?.test('10:30')) return `${two(at % 24)}:${two(Math.floor(at / 24) % 60)}`
  if (regex?.test('en')) return 'en'
  const length = Math.max(1, Math.floor((numberIn(described, 'max') ?? 10) * share))
  const words = `${at} lamp comet sky bread dark harbour lines tides amber `
  return words
    .repeat(Math.ceil(length / words.length))
    .slice(0, length)
    .trim()
}
