// Fetches outside test data into .cache/references: Debian binary packages, read without installing. What can't be had is left out,
// and the tests that need it print «not run».
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { folder, root, say } from './setUp.mjs'

const PACKAGES = {
  gofeed: 'golang-github-mmcdole-gofeed-dev',
}

/** Brings each reference into the cache, once. */
export function references() {
  const cache = folder(join(root, '.cache', 'references'))
  for (const [name, debian] of Object.entries(PACKAGES)) {
    const target = join(cache, name)
    if (existsSync(target)) continue
    const work = join(cache, `${name}.part`)
    rmSync(work, { recursive: true, force: true })
    mkdirSync(work)
    if (!download(debian, work)) {
      say(`Reference ${name}: not to be had here`)
      rmSync(work, { recursive: true, force: true })
      continue
    }
    const archive = readdirSync(work).find((file) => file.endsWith('.deb'))
    const done = spawnSync('dpkg-deb', ['-x', archive, target], { cwd: work })
    rmSync(work, { recursive: true, force: true })
    say(done.status === 0 ? `Reference ${name}: fetched` : `Reference ${name}: can't be unpacked here`)
  }
}

function download(debian, work) {
  const once = () => spawnSync('apt-get', ['download', debian], { cwd: work, stdio: 'ignore' }).status === 0
  if (once()) return true
  // A new machine has no package lists yet.
  return spawnSync('apt-get', ['update'], { stdio: 'ignore' }).status === 0 && once()
}
