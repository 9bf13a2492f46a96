import type { HandedThing } from '#shared/recipients/types'
import { httpRequest } from '#server/platform/net/httpRequest'
import { asHandedOn } from '../rowJson'
import { answered, unanswered } from './answered'
import type { Attempt, OnTheWay, WayOut } from './attempt'

/** Characters of a text that a note holds. */
const TEXT = 4_000

/**
 * Keeps what was handed on as a bookmark in a store that takes Micropub: as a form, the least that every
 * server takes (W3C Recommendation, §3.3.1).
 */
export async function toNotes({ address, token }: WayOut, { data }: OnTheWay): Promise<Attempt> {
  try {
    const form = new URLSearchParams({ h: 'entry' })
    for (const [name, values] of Object.entries(bookmarkOf(asHandedOn(data))))
      for (const value of values) form.append(values.length > 1 ? `${name}[]` : name, value)
    const answer = await httpRequest(address, {
      method: 'POST',
      headers: {
        ...{ authorization: `Bearer ${token}`, accept: 'application/json' },
        'content-type': 'application/x-www-form-urlencoded',
      },
      body: form.toString(),
    })
    return answered(answer)
  } catch (error) {
    return unanswered(error)
  }
}

/** An h-entry's properties (microformats.org/wiki/h-entry): what it is a bookmark of, its name and text. */
export function bookmarkOf({
  title,
  url,
  text,
  quote,
  note,
  tags,
  source,
}: HandedThing): Record<string, string[]> {
  const begins = text.length > TEXT ? `${text.slice(0, TEXT).trimEnd()} …` : text
  const content = [note, quote === '' ? '' : `“${quote}”`, quote === '' ? begins : '', source]
  return {
    ...(url === null ? {} : { 'bookmark-of': [url] }),
    ...(title === '' ? {} : { name: [title] }),
    content: [content.filter((part) => part !== '').join('\n\n')],
    ...(tags.length === 0 ? {} : { category: tags }),
  }
}
