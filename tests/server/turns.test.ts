// A piece of work that one process does at a time: whoever has lost the turn stops.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as pause } from 'node:timers/promises'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'

const folder = mkdtempSync(join(tmpdir(), 'quill-turns-'))
type Turns = typeof import('#server/platform/jobs/jobLease')
type Data = typeof import('#server/platform/db')

/** The modules as a process of its own has them. */
async function process(): Promise<Turns & Data> {
  vi.resetModules()
  return { ...(await import('#server/platform/jobs/jobLease')), ...(await import('#server/platform/db')) }
}

let one: Turns & Data
let other: Turns & Data
beforeAll(async () => {
  vi.stubEnv('QUILL_DATA_DIR', folder)
  vi.stubEnv('QUILL_LEASE_SECONDS', '1')
  vi.stubEnv('QUILL_LOG', 'silent')
  one = await process()
  await one.useDb()
  other = await process()
})
afterAll(async () => {
  await one.closeDb()
  await other.closeDb()
  rmSync(folder, { recursive: true, force: true })
})

/** Works until the turn is lost, or for so long; says whether it was lost. */
const work = async (turn: { isHeld: () => boolean }, milliseconds: number): Promise<boolean> => {
  const end = Date.now() + milliseconds
  while (turn.isHeld() && Date.now() < end) await pause(20)
  return !turn.isHeld()
}

it('is kept by whoever has it as long as the work goes on, and given to nobody else', async () => {
  const lost = one.withJobLease('long', (turn) => work(turn, 1800))
  await pause(100)
  expect(await other.withJobLease('long', () => Promise.resolve('mine'))).toBeNull()
  expect(await lost).toBe(false)
})

it('ends for one whose turn another has taken meanwhile', async () => {
  const lost = one.withJobLease('stolen', (turn) => work(turn, 10_000))
  await pause(50)
  const db = await other.useDb()
  await db('turns')
    .where({ name: 'stolen' })
    .update({ holder: 'another', until: Date.now() + 60_000 })
  const began = Date.now()
  expect(await lost).toBe(true)
  // Renewed every third of the lease: found out by then.
  expect(Date.now() - began).toBeLessThan(1_000)
  expect(await one.withJobLease('stolen', () => Promise.resolve('mine'))).toBeNull()
})

it('ends for one that could not renew it in time', async () => {
  const db = await one.useDb()
  const lost = one.withJobLease('mute', async (turn) => {
    // As if the data file could not be written to.
    const broken = vi.spyOn(db, 'raw').mockRejectedValue(new Error('locked'))
    const client = vi
      .spyOn(db.client as { query: () => Promise<unknown> }, 'query')
      .mockRejectedValue(new Error('locked'))
    const found = await work(turn, 5_000)
    broken.mockRestore()
    client.mockRestore()
    return found
  })
  expect(await lost).toBe(true)
})
