import { createTransport } from 'nodemailer'

export interface MailToSend {
  /** Port of whoever takes mail on this machine. */
  port: number
  to: string
  subject?: string
  from?: string
  html?: string
  text?: string
  messageId?: string
  /** Where the list says it can be read on the web. */
  archivedAt?: string
  /** When it was written, in milliseconds. */
  at?: number
  /** Files that come with it, their content in base64. */
  attachments?: { filename: string; contentType: string; content: string }[]
  headers?: Record<string, string>
  /** Signs it for a domain (DKIM), with a private key in PEM. */
  dkim?: { domainName: string; keySelector: string; privateKey: string }
  /** Whom the envelope is from, where that is another. */
  envelopeFrom?: string
}

/** Sends a mail over SMTP on this machine, as a mailing list does. Gives what the other side answered. */
export async function sendMail(mail: MailToSend): Promise<{ taken: boolean; message: string }> {
  const transport = createTransport({
    host: '127.0.0.1',
    port: mail.port,
    secure: false,
    ignoreTLS: true,
    connectionTimeout: 5000,
  })
  try {
    const sent = await transport.sendMail({
      from: mail.from ?? 'The Standing Order <letters@standingorder.example>',
      to: mail.to,
      subject: mail.subject ?? 'A letter',
      ...(mail.html === undefined ? {} : { html: mail.html }),
      ...(mail.text === undefined ? {} : { text: mail.text }),
      ...(mail.messageId === undefined ? {} : { messageId: mail.messageId }),
      ...(mail.at === undefined ? {} : { date: new Date(mail.at) }),
      headers: { ...(mail.archivedAt ? { 'Archived-At': `<${mail.archivedAt}>` } : {}), ...mail.headers },
      attachments: (mail.attachments ?? []).map((file) => ({ ...file, encoding: 'base64' })),
      ...(mail.dkim === undefined ? {} : { dkim: mail.dkim }),
      ...(mail.envelopeFrom === undefined ? {} : { envelope: { from: mail.envelopeFrom, to: mail.to } }),
    })
    return { taken: true, message: sent.response }
  } catch (error) {
    return { taken: false, message: error instanceof Error ? error.message : String(error) }
  } finally {
    transport.close()
  }
}
