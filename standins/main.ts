// The stand-in world: invented news sites and networks on one loopback port. Knows nothing of the application.
import type { AddressInfo } from 'node:net'
import { createWorld } from './world'

const port = Number(process.env['QUILL_STANDINS_PORT'] ?? 4555)
const world = createWorld()
const tell = (what: 'listening' | 'mailListening') => (taken: number) => process.send?.({ [what]: taken })
const smtpPort = process.env['QUILL_STANDINS_SMTP_PORT']
if (smtpPort) world.told.takeMail(Number(smtpPort), tell('mailListening'))
world.server.listen(port, '127.0.0.1', () => tell('listening')((world.server.address() as AddressInfo).port))
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
if (process.connected) process.once('disconnect', () => process.exit(0))
