import { readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { fillDemo, startServer } from '../../scripts/world.mjs'
import type { DeskView } from '#shared/posts/types'
import { Person } from '../support/person'
import { demoPlaces, expect, test } from './support'

test('the demo is filled, once for all', async () => {
  test.setTimeout(420_000)
  const { standins, filled } = demoPlaces()
  // What a first try left half done is no beginning.
  for (const name of readdirSync(filled)) rmSync(join(filled, name), { recursive: true })
  const server = await startServer({
    mailPort: 0,
    dataDir: filled,
    standins,
    demo: true,
    // Readers who click come from places of their own, as behind a proxy.
    env: { QUILL_LOG: 'error', QUILL_PROXIES: '1' },
  })
  await fillDemo({ url: server.url, standins, mailPort: server.mailPort! })
  await expectWholeDesk(server.url)
  await server.stop()
})

/** A post of each kind is on the Desk: what is sent back, too, and what is still a draft. */
async function expectWholeDesk(url: string): Promise<void> {
  const nell = new Person(url)
  const { demoPeople } = await nell.want<{ demoPeople: { id: string; name: string }[] }>('GET', '/api/start')
  const { id } = demoPeople.find(({ name }) => name.startsWith('Nell'))!
  await nell.want('POST', '/api/demo/session', { personId: id })
  const { brands } = await nell.want<{ brands: { id: string }[] }>('GET', '/api/me')
  const { rows } = await nell.want<DeskView>('GET', `/api/brands/${brands[0]!.id}/posts`)
  expect([...new Set(rows.map(({ approval }) => approval))].toSorted()).toEqual([
    'approved',
    'draft',
    'in-review',
    'sent-back',
  ])
}
