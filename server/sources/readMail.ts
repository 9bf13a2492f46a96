import { createHash } from 'node:crypto'
import PostalMime from 'postal-mime'
import { safeHtml } from '#core/feed'
import { letterLinks, type LetterLink } from '#core/page'
import { plainText } from '#core/text'
import { paragraphs } from '#server/platform/mail/paragraphs'

export interface MailText {
  /** Its Message-ID (RFC 5322 §3.6.4), or one made from the mail where it has none. */
  id: string
  title: string | null
  from: string | null
  /** The mail address it is from, as its From says. */
  sender: string | null
  /** Milliseconds. */
  at: number | null
  /** Where it can be read on the web, as the list says it (Archived-At, RFC 5064). */
  url: string | null
  language: string | null
  html: string
  text: string
  /** The pages it lists. */
  links: LetterLink[]
}

/**
 * A mail as an article: its HTML made safe, or its plain text in paragraphs. What is attached is left out.
 */
export async function readMail({ raw }: { raw: Uint8Array }): Promise<MailText> {
  const mail = await PostalMime.parse(raw, { maxNestingDepth: 30 })
  const header = (name: string): string | null => mail.headers.find(({ key }) => key === name)?.value ?? null
  const url = /<?(https?:\/\/[^\s<>]+)>?/i.exec(header('archived-at') ?? '')?.[1] ?? null
  const html = safeHtml(mail.html ?? paragraphs(mail.text ?? ''), url ?? 'about:blank')
  const at = Date.parse(mail.date ?? '')
  return {
    id: mail.messageId?.trim() || `sha256:${createHash('sha256').update(raw).digest('hex')}`,
    title: mail.subject?.replace(/\s+/g, ' ').trim() || null,
    from: mail.from?.name || mail.from?.address || null,
    sender: mail.from?.address?.toLowerCase() || null,
    at: Number.isNaN(at) ? null : at,
    url,
    language: /^[a-z]{2,3}/i.exec(header('content-language') ?? '')?.[0].toLowerCase() ?? null,
    html,
    text: plainText(html),
    links: letterLinks(html),
  }
}
