import { createHash } from 'node:crypto'
import PostalMime, { addressParser, type Email } from 'postal-mime'
import { safeHtml } from '#core/feed'
import { isAutomaticAnswer, mayBeAnswered, unsigned, writtenWords } from '#core/letter'
import { letterLinks, type LetterLink } from '#core/page'
import { plainText } from '#core/text'
import { LIMITS } from '#shared/platform/limits'
import { paragraphs } from '#server/platform/mail/paragraphs'

/** Whom a letter is from, and what of it decides whether it is taken. */
export interface LetterHead {
  /** Its Message-ID (RFC 5322 §3.6.4), or one made from the letter where it has none. */
  id: string
  /** The one mail address it is from, in lower case; null for none, or several. */
  sender: string | null
  subject: string
  /** Whether a machine wrote it in answer to another letter (RFC 3834 §5). */
  isAnswer: boolean
  /** Whether it may be answered by a machine (RFC 3834 §2). */
  mayBeAnswered: boolean
}

/** A picture or PDF that came with a letter. */
export interface Attachment {
  kind: 'picture' | 'pdf'
  name: string
  bytes: Uint8Array
}

export interface Letter extends LetterHead {
  /** What was written, without what its mail program puts below it. */
  words: string
  links: LetterLink[]
  attachments: Attachment[]
  /** How many there were in all, and how many are neither picture nor PDF. */
  attached: number
  others: number
}

const LONGEST_SUBJECT = 300
const LONGEST_NAME = 120
const OPTIONS = { maxNestingDepth: 30 }

/** Reads the head of a letter as it came. Runs in a thread. */
export async function readLetterHead(raw: Uint8Array): Promise<LetterHead> {
  return headOf(await PostalMime.parse(raw, OPTIONS), raw)
}

/** Reads a letter as it came: its words, links, pictures and PDFs. Runs in a thread. */
export async function readLetter(raw: Uint8Array): Promise<Letter> {
  const mail = await PostalMime.parse(raw, OPTIONS)
  const html = mail.html ? safeHtml(mail.html, 'about:blank') : paragraphs(unsigned(mail.text ?? ''))
  const shown = mail.attachments.filter(({ related, mimeType }) => !(related && /^text\//i.test(mimeType)))
  const known = shown.slice(0, LIMITS.letterAttachments)
  const attachments = known.flatMap((attached): Attachment[] => {
    const kind = kindOf(attached.mimeType, attached.filename)
    if (kind === null || typeof attached.content === 'string') return []
    const name = (attached.filename ?? '').replace(/\s+/g, ' ').trim().slice(0, LONGEST_NAME)
    return [{ kind, name, bytes: new Uint8Array(attached.content) }]
  })
  return {
    ...headOf(mail, raw),
    words: writtenWords(mail.text?.trim() ? mail.text : plainText(html)).slice(0, LIMITS.clippingText),
    links: letterLinks(html),
    attachments,
    attached: shown.length,
    others: known.length - attachments.length,
  }
}

function headOf(mail: Email, raw: Uint8Array): LetterHead {
  const headers = (name: string): string[] =>
    mail.headers.filter(({ key }) => key === name).map(({ value }) => value.trim().toLowerCase())
  const [from, ...more] = addressParser(headers('from').join(', '), { flatten: true })
  const sender = more.length === 0 ? (from?.address?.trim() ?? '') : ''
  const marks = {
    sender,
    autoSubmitted: headers('auto-submitted'),
    precedence: headers('precedence'),
    isList: mail.headers.some(({ key }) => key.startsWith('list-')),
  }
  return {
    id: (mail.messageId?.trim() || `sha256:${createHash('sha256').update(raw).digest('hex')}`).slice(0, 500),
    sender: sender.includes('@') ? sender : null,
    subject: (mail.subject ?? '').replace(/\s+/g, ' ').trim().slice(0, LONGEST_SUBJECT),
    isAnswer: isAutomaticAnswer(marks),
    mayBeAnswered: mayBeAnswered(marks),
  }
}

function kindOf(type: string, name: string | null): Attachment['kind'] | null {
  if (/^image\/(?!svg)/i.test(type)) return 'picture'
  return /^application\/(?:x-)?pdf$/i.test(type) || /\.pdf$/i.test(name ?? '') ? 'pdf' : null
}
