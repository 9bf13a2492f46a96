import { SMTPServer, type SMTPServerDataStream, type SMTPServerSession } from 'smtp-server'
import { LIMITS } from '#shared/platform/limits'
import { cantStart } from '../cantStart'
import { log } from '../log'
import { mailboxAt, MailRefused } from './mailboxes'

/** Takes mail for those who take it here, and for nobody else: it relays nothing. Gives what closes it. */
export function openMailDrop(port: number, host: string): () => Promise<void> {
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    disableReverseLookup: true,
    banner: 'Clear Quill',
    size: LIMITS.mailBytes,
    maxClients: 20,
    socketTimeout: 60_000,
    closeTimeout: 2_000,
    onMailFrom({ address }, _session, done) {
      // What bounces, and answers by themselves, come from nobody (RFC 5321 §4.5.5); no list does.
      done(address === '' ? new MailRefused(550, 'No bounces here') : null)
    },
    onRcptTo({ address }, _session, done) {
      mailboxAt(address)
        .then(async (box) => {
          if (!box) return done(new MailRefused(550, 'No such mailbox here'))
          await box.requireRoom()
          done(null)
        })
        .catch((error: unknown) => done(asRefusal(error)))
    },
    onData(stream, session, done) {
      receive(stream, session).then(
        () => done(null),
        (error: unknown) => done(asRefusal(error)),
      )
    },
  })
  // Letters would go astray and nobody would know.
  const cantListen = (error: NodeJS.ErrnoException): never =>
    cantStart(
      error.code === 'EADDRINUSE'
        ? `the mail port ${port} is taken.`
        : `mail can’t be taken on ${host}:${port} (${error.message}).`,
    )
  server.once('error', cantListen)
  const listening = server.listen(port, host, () => {
    server.off('error', cantListen)
    server.on('error', (error) => log.error({ error }, 'The mail drop had a fault.'))
    const address = listening.address()
    // Whoever started this with port 0 is told which one it got.
    if (typeof address === 'object' && address) process.send?.({ mailListening: address.port })
  })
  return () => new Promise((resolve) => server.close(() => resolve()))
}

const asRefusal = (error: unknown): Error => (error instanceof MailRefused ? error : failed(error))

function failed(error: unknown): Error {
  log.error({ error }, 'A mail could not be kept.')
  // 4xx: whoever sends it keeps it and tries again, so that nothing is lost.
  return new MailRefused(451, 'Not kept, try again later')
}

async function receive(stream: SMTPServerDataStream, session: SMTPServerSession): Promise<void> {
  const parts: Buffer[] = []
  let size = 0
  for await (const part of stream as AsyncIterable<Buffer>) {
    size += part.length
    if (size <= LIMITS.mailBytes) parts.push(part)
  }
  if (size > LIMITS.mailBytes) throw new MailRefused(552, 'The mail is too large')
  const raw = Buffer.concat(parts)
  for (const address of new Set(session.envelope.rcptTo.map((item) => item.address.toLowerCase()))) {
    const box = await mailboxAt(address)
    if (box) await box.take(raw)
  }
}
