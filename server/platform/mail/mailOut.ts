import { createTransport } from 'nodemailer'
import { settings } from '../settings'

/** A letter of ours. */
export interface OwnMail {
  to: string[]
  subject: string
  text: string
  /** The letter it answers by itself (RFC 3834): its Message-ID, or '' where it has none. */
  answers?: string
  attached?: { name: string; type: string; content: Buffer }[]
}

/** Sends a mail by the installation's own mail server. Throws where there is none, or it does not take it. */
export async function sendMail({ to, subject, text, answers, attached = [] }: OwnMail): Promise<void> {
  const { smtp, mailFrom, patienceSeconds } = settings()
  if (smtp === null) throw new Error('This installation sends no mail.')
  const patience = patienceSeconds * 1000
  const transport = createTransport({
    url: smtp,
    connectionTimeout: patience,
    greetingTimeout: patience,
    socketTimeout: patience,
  })
  try {
    await transport.sendMail({
      from: mailFrom,
      to,
      subject,
      text,
      attachments: attached.map(({ name, type, content }) => ({
        filename: name,
        contentType: type,
        content,
      })),
      ...(answers === undefined ? {} : automatic(to, answers)),
    })
  } finally {
    transport.close()
  }
}

/**
 * What marks an answer that nobody wrote (RFC 3834 §3.1, §4): nothing comes back to it, neither bounces, for
 * which it gives no address, nor answers of other machines.
 */
const automatic = (to: string[], answers: string) => ({
  envelope: { from: '', to },
  ...(answers.startsWith('<') ? { inReplyTo: answers, references: answers } : {}),
  headers: { 'Auto-Submitted': 'auto-replied' },
})
