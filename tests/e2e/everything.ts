// Before all browser tests: the demo's stand-ins, which every copy of the demo shares, and a folder to fill
// it in.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { startStandins } from '../../scripts/world.mjs'

export default async function begin(): Promise<() => Promise<void>> {
  const standins = await startStandins()
  const filled = mkdtempSync(join(tmpdir(), 'quill-filled-'))
  Object.assign(process.env, { DEMO_STANDINS: standins.url, DEMO_FILLED: filled })
  return async () => {
    await standins.stop()
    rmSync(filled, { recursive: true, force: true })
  }
}
