// The stand-in world: invented news sites and networks on one loopback port. Knows nothing of the
// application.
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createWorld } from './world'

const port = Number(process.env['QUILL_STANDINS_PORT'] ?? 4555)
let world = createWorld()
const server = createServer((request, response) => {
  // Begun anew on the same port: cheaper than another process for each test.
  if (request.method === 'POST' && request.url === '/control/renew') {
    world = createWorld(world.told)
    world.told.all.length = 0
    response.end('{}')
  } else world.answer(request, response)
})
const tell = (what: 'listening' | 'mailListening') => (taken: number) => process.send?.({ [what]: taken })
const smtpPort = process.env['QUILL_STANDINS_SMTP_PORT']
if (smtpPort) world.told.takeMail(Number(smtpPort), tell('mailListening'))
server.listen(port, '127.0.0.1', () => tell('listening')((server.address() as AddressInfo).port))
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
if (process.connected) process.once('disconnect', () => process.exit(0))
