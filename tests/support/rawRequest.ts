// Requests as no browser would send them, over a plain socket.
import { connect, type Socket } from 'node:net'

export interface RawAnswer {
  /** 0 where the connection ended without an answer. */
  status: number
  /** Bytes of the body that were taken before the other side ended the connection. */
  sent: number
  ms: number
}

/** Sends a head, and then parts of a body for as long as the other side takes them, up to so many bytes. */
export function sendEndlessly(url: string, head: string, most: number, cookie = ''): Promise<RawAnswer> {
  const { hostname, port, host } = new URL(url)
  const started = performance.now()
  return new Promise((resolve) => {
    const socket: Socket = connect(Number(port), hostname)
    const part = Buffer.alloc(65_536, 'a')
    const chunk = Buffer.concat([Buffer.from(`${part.length.toString(16)}\r\n`), part, Buffer.from('\r\n')])
    let sent = 0
    let answer = ''
    const write = (): void => {
      while (sent < most && !socket.destroyed) {
        sent += part.length
        if (!socket.write(chunk)) return void socket.once('drain', write)
      }
    }
    socket.on('data', (data) => (answer += data.toString('latin1')))
    socket.on('error', () => undefined)
    socket.on('close', () =>
      resolve({
        status: Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1] ?? 0),
        sent,
        ms: performance.now() - started,
      }),
    )
    socket.write(
      `${head}\r\nHost: ${host}\r\nContent-Type: application/json\r\nTransfer-Encoding: chunked\r\n${cookie ? `Cookie: ${cookie}\r\n` : ''}\r\n`,
    )
    write()
  })
}

/** Sends the beginning of a request and nothing more; gives how long it was waited for, in milliseconds. */
export function beginOnly(url: string, text: string): Promise<number> {
  const { hostname, port } = new URL(url)
  const started = performance.now()
  return new Promise((resolve) => {
    const socket = connect(Number(port), hostname, () => socket.write(text))
    socket.on('data', () => undefined)
    socket.on('error', () => undefined)
    socket.on('close', () => resolve(performance.now() - started))
  })
}
