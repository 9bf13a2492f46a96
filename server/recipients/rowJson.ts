import { isListOf, isShape, isText, orNull, readJson } from '#shared/platform/json'
import type { HandedOn } from '#shared/recipients/types'

const isHandedOn = isShape<HandedOn>({
  key: isText,
  title: isText,
  url: orNull(isText),
  author: orNull(isText),
  source: isText,
  publishedAt: orNull(isText),
  language: orNull(isText),
  text: isText,
  quote: isText,
  note: isText,
  tags: isListOf(isText),
  brand: isText,
  by: isText,
  order: orNull(isText),
})

/** What was handed on, from what is said of it. Throws where it is something else. */
export function asHandedOn(data: object): HandedOn {
  if (!isHandedOn(data)) throw new Error('This was not handed on.')
  return data
}

/** What was handed on, as its row holds it. Throws where the row holds something else. */
export const readHandedOn = (json: string): HandedOn => readJson(json, isHandedOn)
