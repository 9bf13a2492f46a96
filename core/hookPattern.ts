// The shape of a message to a chat hook: JSON whose texts have fields in braces. The fields go in after the
// JSON is read, so that no text can end a string or add a field of its own.

export const HOOK_FIELDS = ['title', 'text', 'brand', 'link', 'count'] as const
export type HookField = (typeof HOOK_FIELDS)[number]

type Json = string | number | boolean | null | Json[] | { [name: string]: Json }

/** A pattern that was read. */
export interface HookPattern {
  readonly json: Json
}

/** Why a text is no pattern: no JSON object, a field there is none of, or nothing of the message in it. */
export type HookFault = 'json' | 'unknown-field' | 'no-field'

/** Says what is wrong with a pattern. */
export class HookPatternError extends Error {
  constructor(
    readonly fault: HookFault,
    /** The field's name; '' for other faults. */
    readonly field = '',
  ) {
    super(`${fault} ${field}`.trim())
    this.name = 'HookPatternError'
  }
}

/** `{text}`, or `{text:300}` for at most so many characters; doubled braces are braces. */
const FIELD = /\{\{|\}\}|\{([^{}:]*)(?::(\d{1,4}))?\}/g
const isField = (name: string): name is HookField => HOOK_FIELDS.some((field) => field === name)

function parsed(source: string): unknown {
  try {
    return JSON.parse(source)
  } catch {
    return null
  }
}

/** JSON that was parsed is made of nothing but JSON. */
const isJsonObject = (value: unknown): value is { [name: string]: Json } =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Reads a pattern. Throws `HookPatternError`. */
export function parseHookPattern(source: string): HookPattern {
  const json = parsed(source)
  if (!isJsonObject(json)) throw new HookPatternError('json')
  let fields = 0
  mapTexts(json, (text) =>
    text.replace(FIELD, (whole, name: string | undefined) => {
      if (name === undefined) return whole
      if (!isField(name)) throw new HookPatternError('unknown-field', name)
      fields++
      return whole
    }),
  )
  if (fields === 0) throw new HookPatternError('no-field')
  return { json }
}

/** A message as JSON. */
export const fillHook = ({ json }: HookPattern, given: Record<HookField, string>): string =>
  JSON.stringify(
    mapTexts(json, (text) =>
      text.replace(FIELD, (whole, name: HookField | undefined, most: string | undefined) => {
        if (name === undefined) return whole.charAt(0)
        return most === undefined ? given[name] : cut(given[name], Number(most))
      }),
    ),
  )

/** At most so many characters, with a sign where some are missing. */
function cut(text: string, most: number): string {
  const characters = [...text]
  if (characters.length <= most) return text
  return most < 2 ? characters.slice(0, most).join('') : `${characters.slice(0, most - 1).join('')}…`
}

/** The same JSON with its texts changed; names stay. */
function mapTexts(json: Json, change: (text: string) => string): Json {
  if (typeof json === 'string') return change(json)
  if (Array.isArray(json)) return json.map((one) => mapTexts(one, change))
  if (typeof json !== 'object' || json === null) return json
  return Object.fromEntries(Object.entries(json).map(([name, value]) => [name, mapTexts(value, change)]))
}
