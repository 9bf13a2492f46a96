import type { HandedThing } from '#shared/recipients/types'
import { httpRequest } from '#server/platform/net/httpRequest'
import { answered, unanswered } from './answered'
import type { Attempt, OnTheWay, WayOut } from './attempt'

/** Characters of a text that a note holds. */
const TEXT = 4_000

/** Keeps what was handed on as a bookmark in a store that takes Micropub (W3C Recommendation, §3.3.2). */
export async function toNotes({ address, token }: WayOut, { thing }: OnTheWay): Promise<Attempt> {
  try {
    const answer = await httpRequest(address, {
      method: 'POST',
      headers: {
        ...{ authorization: `Bearer ${token}`, 'content-type': 'application/json' },
        accept: 'application/json',
      },
      body: JSON.stringify({ type: ['h-entry'], properties: bookmarkOf(thing) }),
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
