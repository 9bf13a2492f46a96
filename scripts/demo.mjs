// npm run demo: everything on a fresh machine, then the application and the stand-in world, until Ctrl-C.
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { build, install, root, say } from './setUp.mjs'

install()
build()
const dataDir = process.env['QUILL_DATA_DIR'] ?? join(root, '.data', 'demo')
rmSync(dataDir, { recursive: true, force: true })
const { startWorld } = await import('./world.mjs')
const port = Number(process.env['PORT'] ?? 4300)
const standinsPort = Number(process.env['QUILL_STANDINS_PORT'] ?? 4555)
try {
  const world = await startWorld({ port, standinsPort, dataDir, demo: true, loud: true })
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void world.stop(0))
  say('Filling the demo: two brands, eighteen feeds, two and a half days played through')
  await world.fill()
  say('')
  say(`Clear Quill is ready: ${world.url}`)
  say(`The networks it posts to: ${world.standins}`)
  say('Stop with Ctrl-C.')
} catch (error) {
  say(`The demo could not start: ${error instanceof Error ? error.message : error}`)
  process.exit(1)
}
