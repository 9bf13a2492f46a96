import { existsSync, readFileSync } from 'node:fs'
import { chromium, type Page } from '@playwright/test'
import { quantile, type Row } from '../tests/support/load/timing'

const ROWS = 10_000
/** Pixels of one turn of the wheel, and the pause before the next: about eight rows, a fast reader's pace. */
const TURN = 530
const PAUSE_MS = 40
/** Turns by which the list of all posts is scrolled. */
const LIST_TURNS = 150

/** Megabytes of memory a process has (Linux); null where that is not known. */
export function memoryOf(pid: number | undefined): number | null {
  const file = `/proc/${pid}/status`
  if (!existsSync(file)) return null
  return Math.round(Number(/VmRSS:\s+(\d+)/.exec(readFileSync(file, 'utf8'))?.[1] ?? 0) / 1024)
}

/** The first view and a long scroll, in Chromium, signed in as whoever the cookie says. */
export async function viewRows(url: string, cookie: string, rows = ROWS): Promise<Row[]> {
  const executablePath = process.env['CHROMIUM'] ?? '/usr/bin/chromium'
  if (!existsSync(executablePath)) return []
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const [name, value] = cookie.split(/=(.*)/s) as [string, string]
    await context.addCookies([{ name, value, url }])
    const page = await context.newPage()
    let script = 0
    const counting: Promise<void>[] = []
    page.on('response', (response) => {
      if (response.request().resourceType() === 'script') counting.push(response.request().sizes().then(({ responseBodySize }) => void (script += responseBodySize))) // prettier-ignore
    })
    // The loader of TypeScript names functions by a helper that a page does not have.
    await page.addInitScript('globalThis.__name = (one) => one')
    await page.addInitScript(() => {
      const kept = window as unknown as { largest: number; frames: number[] }
      kept.largest = 0
      new PerformanceObserver((list) =>
        list.getEntries().forEach((entry) => (kept.largest = entry.startTime)),
      ).observe({
        type: 'largest-contentful-paint',
        buffered: true,
      })
    })
    await page.goto(`${url}/wire`)
    await page.locator('[data-article]').first().waitFor()
    await page.waitForLoadState('networkidle')
    await Promise.all(counting)
    const largest = await page.evaluate(() => (window as unknown as { largest: number }).largest)
    const kilobytes = script / 1024
    const frames = await scrolled(page, rows)
    const longest = Math.max(...frames)
    return [
      {
        what: 'script of the first view, compressed',
        figure: `${kilobytes.toFixed(0)} KB`,
        target: '≤ 160 KB',
        met: kilobytes <= 160,
      },
      {
        what: 'largest paint of the first view',
        figure: `${(largest / 1000).toFixed(2)} s`,
        target: '< 1.2 s',
        met: largest < 1200,
      },
      {
        what: `${rows.toLocaleString('en')} rows scrolled through, ${frames.length.toLocaleString('en')} frames`,
        figure: `longest ${longest.toFixed(0)} ms, p99 ${quantile(frames, 0.99).toFixed(0)} ms, ${frames.filter((one) => one > 50).length} over 50 ms`,
        target: 'none over 50 ms',
        met: longest <= 50,
      },
    ]
  } finally {
    await browser.close()
  }
}

/** A list of many posts scrolled through for some seconds, signed in as whoever the cookie says. */
export async function listScrolled(url: string, cookie: string): Promise<Row[]> {
  const executablePath = process.env['CHROMIUM'] ?? '/usr/bin/chromium'
  if (!existsSync(executablePath)) return []
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const [name, value] = cookie.split(/=(.*)/s) as [string, string]
    await context.addCookies([{ name, value, url }])
    const page = await context.newPage()
    await page.addInitScript('globalThis.__name = (one) => one')
    await page.goto(`${url}/schedule?face=list`)
    await page.locator('[role=cell] button').first().waitFor()
    await page.waitForLoadState('networkidle')
    await page.getByRole('table').hover()
    await watchFrames(page)
    for (let turns = 0; turns < LIST_TURNS; turns++) {
      await page.mouse.wheel(0, TURN)
      await page.waitForTimeout(PAUSE_MS)
    }
    const frames = await framesSeen(page)
    const longest = Math.max(...frames)
    return [
      {
        what: `the list scrolled by ${LIST_TURNS} turns of the wheel, ${frames.length.toLocaleString('en')} frames`,
        figure: `longest ${longest.toFixed(0)} ms, p99 ${quantile(frames, 0.99).toFixed(0)} ms, ${frames.filter((one) => one > 50).length} over 50 ms`,
        target: 'none over 50 ms',
        met: longest <= 50,
      },
    ]
  } finally {
    await browser.close()
  }
}

/** Notes how long each frame takes from now on. */
const watchFrames = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const kept = window as unknown as { frames: number[] }
    kept.frames = []
    let before = performance.now()
    const next = (now: number): void => {
      kept.frames.push(now - before)
      before = now
      requestAnimationFrame(next)
    }
    requestAnimationFrame(next)
  })
/** The first frame counts the time before it began. */
const framesSeen = (page: Page): Promise<number[]> =>
  page.evaluate(() => (window as unknown as { frames: number[] }).frames.slice(1))

/** Scrolls until so many rows have passed; milliseconds of every frame on the way. */
async function scrolled(page: Page, rows: number): Promise<number[]> {
  await page.locator('[data-article]').first().hover()
  await watchFrames(page)
  const last = (): Promise<number> =>
    page.evaluate(() =>
      Math.max(
        0,
        ...[...document.querySelectorAll<HTMLElement>('[data-index]')].map((row) =>
          Number(row.dataset['index']),
        ),
      ),
    )
  for (let turns = 0; turns < rows; turns++) {
    await page.mouse.wheel(0, TURN)
    await page.waitForTimeout(PAUSE_MS)
    if (turns % 20 === 0 && (await last()) >= rows - 30) break
  }
  return framesSeen(page)
}
