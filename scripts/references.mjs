// Fetches outside test data into .cache/references: Debian binary packages, read without installing. What can't be had is left out,
// and the tests that need it print «not run».
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { folder, root, say } from './setUp.mjs'

const PACKAGES = {
  gofeed: ['golang-github-mmcdole-gofeed-dev'],
  feedparser: ['python3-feedparser', 'python3-sgmllib3k'],
  dateparse: ['golang-github-araddon-dateparse-dev'],
  bluemonday: ['golang-github-microcosm-cc-bluemonday-dev'],
  'x-net': ['golang-golang-x-net-dev'],
  'rust-url': ['librust-url-dev'],
  purell: ['golang-github-puerkitobio-purell-dev'],
}

/** Brings each reference into the cache, once. */
export function references() {
  const cache = folder(join(root, '.cache', 'references'))
  for (const [name, packages] of Object.entries(PACKAGES)) {
    const target = join(cache, name)
    if (existsSync(target)) continue
    const work = join(cache, `${name}.part`)
    rmSync(work, { recursive: true, force: true })
    mkdirSync(work)
    const have = packages.every((debian) => download(debian, work))
    if (!have) say(`Reference ${name}: not to be had here`)
    else if (unpack(work)) renameSync(join(work, 'unpacked'), target)
    if (have) say(existsSync(target) ? `Reference ${name}: fetched` : `Reference ${name}: can't be unpacked here`)
    rmSync(work, { recursive: true, force: true })
  }
}

function unpack(work) {
  const archives = readdirSync(work).filter((file) => file.endsWith('.deb'))
  return archives.every((archive) => spawnSync('dpkg-deb', ['-x', archive, 'unpacked'], { cwd: work }).status === 0)
}

function download(debian, work) {
  const once = () => spawnSync('apt-get', ['download', debian], { cwd: work, stdio: 'ignore' }).status === 0
  if (once()) return true
  // A new machine has no package lists yet.
  return spawnSync('apt-get', ['update'], { stdio: 'ignore' }).status === 0 && once()
}
