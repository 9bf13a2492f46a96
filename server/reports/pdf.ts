import { execFile } from 'node:child_process'
import { existsSync } from 'node:fs'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { promisify } from 'node:util'
import { log } from '#server/platform/log'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'

const run = promisify(execFile)

const LONGEST_MS = 30_000
const MOST_BYTES = 40 * 1024 * 1024
/** Besides the one that is being made: more have to come again. */
const MOST_WAITING = 4

const USUAL_PLACES = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome']

/** The browser that makes PDFs: the one that was set, or the system's; null where there is none. */
export const browserFile = (): string | null =>
  [settings().browser, ...USUAL_PLACES].find((file) => file !== null && existsSync(file)) ?? null

let last: Promise<unknown> = Promise.resolve()
let waiting = 0

/**
 * A page as PDF, by a headless browser that reaches no network: the page holds all it needs. One at a time,
 * ended after 30 seconds. Throws `noPdf` where there is no browser or it fails, `busyPrinting` where too
 * many wait.
 */
export async function pdfOf(html: string): Promise<Buffer> {
  const browser = browserFile()
  if (browser === null) throw problem('noPdf')
  if (waiting > MOST_WAITING) throw problem('busyPrinting')
  waiting++
  const made = last.then(() => print(browser, html))
  last = made.catch(() => undefined)
  try {
    return await made
  } catch (error) {
    log.warn({ error }, 'A PDF could not be made.')
    throw problem('noPdf')
  } finally {
    waiting--
  }
}

async function print(browser: string, html: string): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'quill-report-'))
  try {
    const [page, pdf] = [join(folder, 'report.html'), join(folder, 'report.pdf')]
    await writeFile(page, html)
    await run(
      browser,
      [
        '--headless',
        '--disable-gpu',
        '--disable-dev-shm-usage',
        '--disable-extensions',
        '--disable-background-networking',
        '--no-first-run',
        // A browser refuses to fence itself in for root; the page is ours and has no script.
        ...(process.getuid?.() === 0 ? ['--no-sandbox'] : []),
        '--host-resolver-rules=MAP * ~NOTFOUND',
        '--no-pdf-header-footer',
        `--user-data-dir=${join(folder, 'profile')}`,
        `--print-to-pdf=${pdf}`,
        pathToFileURL(page).href,
      ],
      {
        timeout: LONGEST_MS,
        killSignal: 'SIGKILL',
        cwd: folder,
        env: { HOME: folder, PATH: process.env['PATH'] },
      },
    )
    const content = await readFile(pdf)
    if (content.length > MOST_BYTES) throw new Error('The PDF is larger than any report should be.')
    return content
  } finally {
    // What the browser leaves behind may still be written for a moment.
    await rm(folder, { recursive: true, force: true, maxRetries: 3 })
  }
}
