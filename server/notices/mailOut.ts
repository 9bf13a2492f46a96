import { createTransport } from 'nodemailer'
import { settings } from '#server/platform/settings'

/** Sends a mail by the installation's own mail server. Throws where there is none, or it does not take it. */
export async function sendMail({
  to,
  subject,
  text,
}: {
  to: string[]
  subject: string
  text: string
}): Promise<void> {
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
    await transport.sendMail({ from: mailFrom, to, subject, text })
  } finally {
    transport.close()
  }
}
