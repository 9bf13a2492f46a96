import { fillDemo, startServer } from '../../scripts/world.mjs'
import { demoPlaces, test } from './support'

test('the demo is filled, once for all', async () => {
  test.setTimeout(180_000)
  const { standins, filled } = demoPlaces()
  const server = await startServer({ mailPort: 0, dataDir: filled, standins, demo: true, env: { QUILL_LOG: 'error' } })
  await fillDemo({ url: server.url, standins, mailPort: server.mailPort! })
  await server.stop()
})
