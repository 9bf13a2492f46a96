// The one reader of JSON that we or others wrote down: what it holds is checked before it has a type.

/** Whether a value is of a type. */
export type Is<T> = (value: unknown) => value is T

export const isText: Is<string> = (value) => typeof value === 'string'
export const isNumber: Is<number> = (value) => typeof value === 'number'
export const isFlag: Is<boolean> = (value) => typeof value === 'boolean'

/** One of some words. */
export const isOneOf =
  <const T extends string>(...words: T[]): Is<T> =>
  (value): value is T =>
    words.some((word) => word === value)

export const isListOf =
  <T>(is: Is<T>): Is<T[]> =>
  (value): value is T[] =>
    Array.isArray(value) && value.every(is)

export const orNull =
  <T>(is: Is<T>): Is<T | null> =>
  (value): value is T | null =>
    value === null || is(value)

/** What may be left out. */
export const orMissing =
  <T>(is: Is<T>): Is<T | undefined> =>
  (value): value is T | undefined =>
    value === undefined || is(value)

/** An object, whatever it holds. */
export const isObject: Is<object> = (value): value is object =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** An object with any names, all values of one type. */
export const isMapOf =
  <T>(is: Is<T>): Is<Record<string, T>> =>
  (value): value is Record<string, T> =>
    isObject(value) && Object.values(value).every(is)

/** An object with these fields, whatever it holds besides. */
export const isShape =
  <T extends object>(fields: { [K in keyof T]-?: Is<T[K]> }): Is<T> =>
  (value): value is T =>
    isObject(value) && Object.entries<Is<unknown>>(fields).every(([name, is]) => is(Reflect.get(value, name)))

/** Text that is no JSON, or JSON that does not hold what it should. */
export class JsonError extends Error {
  constructor(text: string) {
    super(`This does not hold what it should: ${text.slice(0, 80)}`)
    this.name = 'JsonError'
  }
}

/** Any JSON. Throws SyntaxError for what is none. */
export const parseJson = (text: string): unknown => JSON.parse(text)

/** JSON that must hold something of a type. Throws JsonError for anything else. */
export function readJson<T>(text: string, is: Is<T>): T {
  let value: unknown = null
  try {
    value = parseJson(text)
  } catch {
    throw new JsonError(text)
  }
  if (!is(value)) throw new JsonError(text)
  return value
}

const isTexts = isListOf(isText)
/** A list of texts: the commonest of all. */
export const readTexts = (text: string): string[] => readJson(text, isTexts)
