import { readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { fillDemo, startServer } from '../../scripts/world.mjs'
import { demoPlaces, test } from './support'

test('the demo is filled, once for all', async () => {
  test.setTimeout(180_000)
  const { standins, filled } = demoPlaces()
  // What a first try left half done is no beginning.
  for (const name of readdirSync(filled)) rmSync(join(filled, name), { recursive: true })
  const server = await startServer({
    mailPort: 0,
    dataDir: filled,
    standins,
    demo: true,
    env: { QUILL_LOG: 'error' },
  })
  await fillDemo({ url: server.url, standins, mailPort: server.mailPort! })
  await server.stop()
})
