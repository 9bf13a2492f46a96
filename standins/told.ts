import type { AddressInfo } from 'node:net'
import { text as textOf } from 'node:stream/consumers'
import PostalMime from 'postal-mime'
import { SMTPServer } from 'smtp-server'
import { fieldsOf, json, type Ask, type Reply } from './http'

export interface ToldMessage {
  way: 'hook' | 'mail'
  to: string
  text: string
  /** Of a mail: whom its envelope names, '' for nobody, and its headers by their names in lower case. */
  from?: string
  headers?: Record<string, string>
  /** Files that came with it. */
  files?: { name: string; type: string; start: string }[]
}

/** A chat hook and a mail server of this world: what somebody is told stands here. */
export class Told {
  readonly all: ToldMessage[] = []

  hook(ask: Ask): Reply {
    // A room's path says which field it takes a message in.
    const field = /^\/(content|body)-/.exec(ask.path)?.[1] ?? 'text'
    const text = fieldsOf(ask)[field]
    if (ask.method !== 'POST' || typeof text !== 'string')
      return json({ error: 'A message has a text.' }, 400)
    if (ask.path === '/gone') return json({ error: 'There is no such room any more.' }, 404)
    this.all.push({ way: 'hook', to: ask.path, text })
    return json({ ok: true })
  }

  /** Takes mail on a port (0: any that is free), for anybody; `then` is told which. */
  takeMail(port: number, then: (taken: number) => void): void {
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS', 'AUTH'],
      // Somebody whose mail is never taken.
      onRcptTo: ({ address }, _session, done) =>
        done(address.startsWith('full.') ? new Error('Mailbox full.') : null),
      onData: (stream, session, done) => {
        textOf(stream)
          .then((raw) => PostalMime.parse(raw))
          .then(({ subject, text, headers, attachments }) => {
            const { mailFrom } = session.envelope
            for (const { address } of session.envelope.rcptTo)
              this.all.push({
                way: 'mail',
                to: address,
                text: `${subject ?? ''}\n\n${text ?? ''}`,
                from: mailFrom ? mailFrom.address : '',
                headers: Object.fromEntries(headers.map(({ key, value }) => [key, value])),
                files: attachments.map(({ filename, mimeType, content }) => ({
                  name: filename ?? '',
                  type: mimeType,
                  start: Buffer.from(content as ArrayBuffer)
                    .subarray(0, 8)
                    .toString('latin1'),
                })),
              })
            done()
          })
          .catch((error: unknown) => done(error instanceof Error ? error : new Error(String(error))))
      },
    })
    const listening = server.listen(port, '127.0.0.1', () => then((listening.address() as AddressInfo).port))
  }
}
