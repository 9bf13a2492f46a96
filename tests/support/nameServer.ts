import { createSocket } from 'node:dgram'
import type { AddressInfo } from 'node:net'

/**
 * A name server on this machine that knows some TXT records (RFC 1035 §4.1) and says of all else that it is
 * not there. Gives its `ADDRESS:PORT`, and what ends it.
 */
export function nameServer(
  records: Record<string, string>,
): Promise<{ address: string; asked: string[]; stop: () => void }> {
  const socket = createSocket('udp4')
  const asked: string[] = []
  socket.on('message', (question, { port, address }) => {
    const labels: string[] = []
    let at = 12
    for (; question[at]; at += question[at]! + 1)
      labels.push(question.subarray(at + 1, at + 1 + question[at]!).toString('latin1'))
    const name = labels.join('.').toLowerCase()
    asked.push(name)
    const text = records[name]
    const head = Buffer.alloc(12)
    question.copy(head, 0, 0, 2)
    // An answer; of a name that is not there, code 3.
    head.writeUInt16BE(text === undefined ? 0x8183 : 0x8180, 2)
    head.writeUInt16BE(1, 4)
    head.writeUInt16BE(text === undefined ? 0 : 1, 6)
    socket.send(
      Buffer.concat([head, question.subarray(12, at + 5), ...(text ? [record(text)] : [])]),
      port,
      address,
    )
  })
  return new Promise((resolve) =>
    socket.bind(0, '127.0.0.1', () =>
      resolve({
        address: `127.0.0.1:${(socket.address() as AddressInfo).port}`,
        asked,
        stop: () => void socket.close(),
      }),
    ),
  )
}

/** A TXT record of the name that was asked for, in strings of 255 bytes at most. */
function record(text: string): Buffer {
  const strings = (text.match(/.{1,255}/gs) ?? []).map((part) =>
    Buffer.concat([Buffer.from([part.length]), Buffer.from(part, 'latin1')]),
  )
  const data = Buffer.concat(strings)
  const head = Buffer.from([0xc0, 0x0c, 0, 16, 0, 1, 0, 0, 0, 60, 0, 0])
  head.writeUInt16BE(data.length, 10)
  return Buffer.concat([head, data])
}
