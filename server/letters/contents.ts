import { letterTitle } from '#core/letter'
import type { Message } from '#core/message'
import type { Captured, CapturedKind } from '#shared/capture/types'
import { note } from '#shared/messages'
import { LIMITS } from '#shared/platform/limits'
import { capturedFrom, readFromWeb, readPdfFile } from '#server/capture'
import type { Actor } from '#server/platform/changes/actor'
import { ProblemError } from '#server/platform/http/problem'
import { uploadPicture } from '#server/posts'
import type { Attachment, Letter } from './readLetter'

/** Something that a letter brings. */
export interface Found {
  captured: Captured
  kind: CapturedKind
  note: string
  pictureId: string | null
}

/** What a letter brings, its main thing first, and what went wrong on the way. */
export interface Contents {
  found: Found[]
  messages: Message[]
}

const LONGEST_NOTE = 2_000
/** Its links as clippings, one for each, with the words beside them. */
export const linksOf = (letter: Letter): Found[] =>
  letter.links.slice(0, LIMITS.letterLinks).map(({ url, title, words }) => ({
    captured: { ...captureOf(url, title ?? letterTitle(letter.subject)), description: words },
    kind: 'page',
    note: words.slice(0, LONGEST_NOTE),
    pictureId: null,
  }))

const captureOf = (url: string | null, title: string): Captured =>
  capturedFrom({ url, title, words: '', pictureUrl: null })

/**
 * A letter as one thing: the page behind its first link, with its first picture; without a link what is
 * attached, else its words. What is attached besides stands by itself.
 */
export async function wholeOf(actor: Actor, letter: Letter): Promise<Contents> {
  const { attached, messages } = await attachedTo(actor, letter)
  const [link] = letter.links
  const title = letterTitle(letter.subject)
  const words = wordsWithout(letter.words, link?.url)
  if (link) {
    const { captured, message } = await readFromWeb(actor, captureOf(link.url, title))
    const picture = attached.find(({ kind }) => kind === 'picture')
    const main: Found = {
      captured: {
        ...captured,
        title: title || captured.title || link.title || '',
        pictureUrl: picture ? null : (captured.pictures[0]?.url ?? null),
      },
      kind: kindOf(captured),
      note: words.slice(0, LONGEST_NOTE),
      pictureId: picture?.pictureId ?? captured.pdf?.pictureId ?? null,
    }
    return {
      found: [main, ...attached.filter((item) => item !== picture)],
      messages: message === null ? messages : [message, ...messages],
    }
  }
  const [first, ...others] = attached
  if (first)
    return {
      found: [
        {
          ...first,
          captured: { ...first.captured, title: title || first.captured.title },
          note: words.slice(0, LONGEST_NOTE),
        },
        ...others,
      ],
      messages,
    }
  if (words === '') return { found: [], messages }
  const own = capturedFrom({ url: null, title, words, pictureUrl: null })
  return {
    found: [{ captured: { ...own, text: words }, kind: 'words', note: '', pictureId: null }],
    messages,
  }
}

const kindOf = ({ pdf, video, pictureUrl, text }: Captured): CapturedKind => {
  if (pdf) return 'pdf'
  if (video) return 'video'
  return pictureUrl !== null && text === '' ? 'picture' : 'page'
}

/** What was written, without the address of the page it is about. */
const wordsWithout = (words: string, url: string | undefined): string =>
  (url === undefined ? words : words.split(url).join('').split(url.replace(/\/$/, '')).join('')).trim()

async function attachedTo(actor: Actor, letter: Letter): Promise<{ attached: Found[]; messages: Message[] }> {
  const attached: Found[] = []
  const messages: Message[] = []
  const most = LIMITS.letterAttachments
  if (letter.attached > most) messages.push(note('letter.left', { count: letter.attached, most }))
  if (letter.others > 0) messages.push(note('letter.other', { count: letter.others }))
  for (const item of letter.attachments) {
    const { found, message } = await (item.kind === 'pdf' ? pdfOf(actor, item) : pictureOf(actor, item))
    if (found) attached.push(found)
    if (message) messages.push(note('letter.part', { name: item.name || item.kind }), message)
  }
  return { attached, messages }
}

interface Kept {
  found: Found | null
  message: Message | null
}

async function pdfOf(actor: Actor, { name, bytes }: Attachment): Promise<Kept> {
  const bare = captureOf(null, name.replace(/\.pdf$/i, ''))
  const { captured, message } = await readPdfFile(actor, bare, bytes)
  return { found: { captured, kind: 'pdf', note: '', pictureId: captured.pdf?.pictureId ?? null }, message }
}

async function pictureOf(actor: Actor, { name, bytes }: Attachment): Promise<Kept> {
  try {
    const { id } = await uploadPicture(actor, bytes)
    const captured = captureOf(null, name.replace(/\.[a-z0-9]{2,5}$/i, ''))
    return { found: { captured, kind: 'picture', note: '', pictureId: id }, message: null }
  } catch (error) {
    if (error instanceof ProblemError) return { found: null, message: error.reason }
    throw error
  }
}
