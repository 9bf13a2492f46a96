// Servers of other makers, for the conformance suite: installed into .cache/conformance from their
// packages. What can't be had is left out, and what needs it prints «not run».
import { spawnSync } from 'node:child_process'
import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { download, unpack } from './debian.mjs'
import { folder, root, say } from './setUp.mjs'

const SQLITE = 'node_modules/better-sqlite3/build/Release/better_sqlite3.node'

const PEERS = {
  // A data server of the AT Protocol with its whole sign-in, and a directory of identities.
  atproto: {
    package: {
      dependencies: { '@atproto/pds': '0.4.217', '@did-plc/server': '0.0.1' },
      overrides: { 'better-sqlite3': '12.11.1' },
    },
    // It brings no built SQLite of its own: the one that was built for the application serves.
    after: (work) => {
      mkdirSync(join(work, SQLITE, '..'), { recursive: true })
      copyFileSync(join(root, SQLITE), join(work, SQLITE))
    },
  },
  // A Micropub endpoint and its media endpoint; storing is the test's own.
  micropub: {
    package: {
      dependencies: {
        '@indiekit/endpoint-micropub': '0.1.4',
        '@indiekit/endpoint-media': '0.1.4',
        express: '4.21.2',
      },
    },
  },
  // A client of Mastodon-compatible servers.
  masto: { package: { dependencies: { masto: '7.12.0' } } },
  // Another one, in Python.
  python: {
    debian: [
      'python3-mastodon',
      'python3-dateutil',
      'python3-decorator',
      'python3-magic',
      'python3-requests',
      'python3-six',
      'python3-urllib3',
      'python3-idna',
      'python3-certifi',
      'python3-chardet',
      'python3-charset-normalizer',
    ],
  },
  // An authorization server of OpenID's makers.
  oidc: { package: { dependencies: { 'oidc-provider': '9.13.3' } } },
}

/** Installs each peer, once. `names`: those wanted; all by default. */
export function peers(names = Object.keys(PEERS)) {
  const cache = folder(join(root, '.cache', 'conformance'))
  for (const name of names) {
    const target = join(cache, name)
    if (existsSync(join(target, 'node_modules')) || existsSync(join(target, 'usr'))) continue
    const work = join(cache, `${name}.part`)
    rmSync(work, { recursive: true, force: true })
    rmSync(target, { recursive: true, force: true })
    mkdirSync(work)
    const { package: wanted, debian, after } = PEERS[name]
    const done = debian ? unpackDebian(debian, work) : installNpm(wanted, work)
    if (done) {
      after?.(work)
      renameSync(debian ? join(work, 'unpacked') : work, target)
    }
    rmSync(work, { recursive: true, force: true })
    say(`Peer ${name}: ${done ? 'installed' : 'not to be had here'}`)
  }
}

function installNpm(wanted, work) {
  writeFileSync(join(work, 'package.json'), JSON.stringify({ private: true, ...wanted }))
  const args = ['install', '--ignore-scripts', '--no-audit', '--no-fund', '--silent']
  return spawnSync('npm', args, { cwd: work, stdio: 'ignore' }).status === 0
}

const unpackDebian = (packages, work) => packages.every((one) => download(one, work)) && unpack(work)
