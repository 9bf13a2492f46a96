// Steps that the commands share: install, build, browser. Plain JavaScript, since nothing is installed when
// they start.
import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = fileURLToPath(new URL('..', import.meta.url))

/** Prints one plain line of progress. */
export const say = (line) => process.stdout.write(`${line}\n`)

/**
 * Runs a command to its end, its output shown when it fails (or always with `loud`). Ends this process if it
 * fails.
 */
export function must(what, command, args, { loud = false, env = {} } = {}) {
  const started = Date.now()
  const done = spawnSync(command, args, {
    cwd: root,
    env: { ...process.env, ...env },
    stdio: loud ? 'inherit' : 'pipe',
    encoding: 'utf8',
    maxBuffer: 1 << 28,
  })
  if (done.status !== 0) {
    if (!loud) process.stdout.write(`${done.stdout ?? ''}${done.stderr ?? ''}`)
    say(`${what} failed (${command} ${args.join(' ')})`)
    process.exit(1)
  }
  say(`${what}: done in ${Math.round((Date.now() - started) / 1000)} s`)
}

/** Installs the packages of the lock file where they are missing or the lock file has changed. */
export function install() {
  const stamp = join(root, 'node_modules', '.quill-installed')
  const lock = hashOf([join(root, 'package-lock.json')])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return
  say('Installing packages (about 3 minutes the first time)')
  must('Packages', 'npm', ['ci', '--no-audit', '--no-fund'])
  writeFileSync(stamp, lock)
}

/** Builds the application where its sources have changed since the last build. */
export function build() {
  const stamp = join(root, '.output', '.quill-built')
  const sources = hashOf(
    ['app', 'core', 'extension', 'shared', 'server', 'public']
      .flatMap((folder) => filesIn(join(root, folder)))
      .concat(['nuxt.config.ts', 'aliases.mjs', 'package-lock.json'].map((file) => join(root, file))),
  )
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === sources) return
  say('Building the application (about a minute)')
  buildExtension()
  copyReportFonts()
  must('Build', process.execPath, [bin('nuxt'), 'build'], { env: { NODE_ENV: 'production' } })
  bundleThreads('.output/server/work')
  writeFileSync(stamp, sources)
}

/** Builds and packs the browser extension, which the application offers for download. */
export const buildExtension = () => must('Extension', process.execPath, ['scripts/extension.mjs'])

/** The letters that reports carry with them: they are read where nothing of ours is at hand. */
function copyReportFonts() {
  const faces = join(root, 'node_modules', '@fontsource-variable')
  const into = folder(join(root, '.report-fonts'))
  copyFileSync(
    join(faces, 'newsreader/files/newsreader-latin-wght-normal.woff2'),
    join(into, 'newsreader.woff2'),
  )
  copyFileSync(
    join(faces, 'instrument-sans/files/instrument-sans-latin-wght-normal.woff2'),
    join(into, 'instrument-sans.woff2'),
  )
}

/** Bundles the files of the threads, which lie beside the server they belong to. */
export function bundleThreads(folder) {
  must('Threads', process.execPath, ['scripts/bundleThreads.mjs', folder])
}

/** The Chromium to test with: CHROMIUM, or the system's, or Debian's package installed now. */
export function chromium() {
  const known = [
    process.env['CHROMIUM'],
    '/usr/bin/chromium',
    '/usr/bin/chromium-browser',
    '/usr/bin/google-chrome',
  ].find((file) => file && existsSync(file))
  if (known) return known
  say('Installing Chromium from the system’s packages')
  must('Package lists', 'apt-get', ['update'])
  must('Chromium', 'apt-get', ['install', '-y', '--no-install-recommends', 'chromium'])
  return '/usr/bin/chromium'
}

/** The script behind a package's command, to be run by this Node. */
export function bin(name) {
  const scripts = {
    nuxt: 'nuxt/bin/nuxt.mjs',

    vitest: 'vitest/vitest.mjs',
    playwright: '@playwright/test/cli.js',
    eslint: 'eslint/bin/eslint.js',
    prettier: 'prettier/bin/prettier.cjs',
  }
  return join(root, 'node_modules', scripts[name])
}

/** Starts a long-lived part in a process group of its own, told to stop when this process is gone. */
export function start(args, env, stdio = ['ignore', 'inherit', 'inherit', 'ipc']) {
  // Each of glibc's arenas keeps what pictures needed for a moment: one arena is sharp's own advice.
  return spawn(process.execPath, args, {
    cwd: root,
    env: { MALLOC_ARENA_MAX: '1', ...process.env, ...env },
    stdio,
    detached: true,
  })
}

function filesIn(folder) {
  if (!existsSync(folder)) return []
  return readdirSync(folder, { recursive: true })
    .map((name) => join(folder, name))
    .filter((file) => statSync(file).isFile())
    .sort()
}

function hashOf(files) {
  const hash = createHash('sha256')
  for (const file of files) hash.update(file.slice(root.length)).update(readFileSync(file))
  return hash.digest('hex')
}

/** A folder that is there. */
export function folder(path) {
  mkdirSync(path, { recursive: true })
  return path
}
