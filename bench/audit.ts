import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { chromium } from '@playwright/test'
import type { Row } from '../tests/support/load/timing'

const VERSION = '12.8.2'
const root = fileURLToPath(new URL('..', import.meta.url))
const folder = join(root, '.cache', 'lighthouse')
const entry = join(folder, 'node_modules', 'lighthouse', 'core', 'index.js')
/** What is aimed at, of a hundred. */
const AIMS = { performance: 95, accessibility: 100, 'best-practices': 100 } as const
const RUNS = 3

type Audit = (
  url: string,
  flags: object,
  config: unknown,
) => Promise<{ lhr: { categories: Record<string, { score: number | null }> } } | undefined>

/**
 * Lighthouse's judgement of the Wire, signed in, in its desktop setting, built server: the middle of three
 * runs. Not run where it can't be had.
 */
export async function auditRows(url: string, cookie: string): Promise<Row[]> {
  const what = `Lighthouse ${VERSION}, the Wire, signed in`
  const executablePath = process.env['CHROMIUM'] ?? '/usr/bin/chromium'
  if (!existsSync(executablePath) || !isThere())
    return [{ what, figure: 'not run', target: '95, 100, 100', met: false }]
  const { default: lighthouse, desktopConfig } = (await import(pathToFileURL(entry).href)) as {
    default: Audit
    desktopConfig: unknown
  }
  const port = await freePort()
  // Its tabs are of the browser's own context, not of one beside it: the cookie has to be there.
  const profile = mkdtempSync(join(tmpdir(), 'quill-audit-'))
  const browser = await chromium.launchPersistentContext(profile, {
    executablePath,
    args: ['--no-sandbox', '--disable-gpu', `--remote-debugging-port=${port}`],
  })
  const [name, value] = cookie.split(/=(.*)/s) as [string, string]
  await browser.addCookies([{ name, value, url }])
  try {
    const scores: Record<string, number[]> = {}
    for (let run = 0; run < RUNS; run++) {
      const onlyCategories = Object.keys(AIMS)
      const result = await lighthouse(
        `${url}/wire`,
        { port, output: 'json', logLevel: 'error', onlyCategories },
        desktopConfig,
      )
      for (const name of onlyCategories)
        (scores[name] ??= []).push(Math.round((result?.lhr.categories[name]?.score ?? 0) * 100))
    }
    return Object.entries(AIMS).map(([name, aim]) => {
      const middle = scores[name]!.toSorted((a, b) => a - b)[Math.floor(RUNS / 2)]!
      return {
        what: `${what}: ${name}`,
        figure: `${middle} (${scores[name]!.join(', ')})`,
        target: `≥ ${aim}`,
        met: middle >= aim,
      }
    })
  } finally {
    await browser.close()
    rmSync(profile, { recursive: true, force: true })
  }
}

/** Lighthouse is large and only measures: it lies in the cache, not among the packages of the project. */
function isThere(): boolean {
  if (existsSync(entry)) return true
  mkdirSync(folder, { recursive: true })
  writeFileSync(join(folder, 'package.json'), '{ "private": true }')
  return (
    spawnSync('npm', ['install', '--ignore-scripts', '--no-audit', '--no-fund', `lighthouse@${VERSION}`], {
      cwd: folder,
      stdio: 'ignore',
    }).status === 0
  )
}

const freePort = (): Promise<number> =>
  new Promise((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address()
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0))
    })
  })
