// npm run demo: everything on a fresh machine, then the application and the stand-in world, until Ctrl-C.
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { build, install, root, say } from './setUp.mjs'

install()
build()
const dataDir = process.env['QUILL_DATA_DIR'] ?? join(root, '.data', 'demo')
rmSync(dataDir, { recursive: true, force: true })
const { fillDemo, startServer, startStandins } = await import('./world.mjs')
const port = Number(process.env['PORT'] ?? 4300)
const standinsPort = Number(process.env['QUILL_STANDINS_PORT'] ?? 4555)
const parts = []
let stopping = false

async function stop(code) {
  if (stopping) return
  stopping = true
  await Promise.all(parts.map((part) => part.stop()))
  process.exit(code)
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0))

try {
  const standins = await startStandins({ port: standinsPort })
  parts.push(standins)
  const server = await startServer({
    port,
    mailPort: 0,
    dataDir,
    standins: standins.url,
    demo: true,
    // Readers who click come from places of their own, as behind a proxy.
    env: { QUILL_SMTP: standins.smtp, QUILL_PROXIES: '1' },
  })
  parts.push(server)
  for (const part of parts) part.child.on('exit', (code) => void stop(code ?? 1))
  say('Filling the demo: two brands, twenty-one sources, a month played through (about a minute)')
  await fillDemo({ url: server.url, standins: standins.url, mailPort: server.mailPort })
  say('')
  say(`Clear Quill is ready: ${server.url}`)
  say(`The networks it posts to: ${standins.url}`)
  say('Stop with Ctrl-C.')
} catch (error) {
  if (!stopping) say(`The demo could not start: ${error instanceof Error ? error.message : error}`)
  await stop(1)
}
