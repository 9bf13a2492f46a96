import { existsSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { v7 as uuid } from 'uuid'
import { pdfOf } from '../standins/pdf'
import { quantile, type Row } from '../tests/support/load/timing'
import { Person } from '../tests/support/person'
import { CHATTERBROOK, makeBrand, World } from '../tests/support/world'

const TIMES = 20
const AIM_MS = 700

/** What the button in the bookmarks bar passes of an ordinary page. */
const passed = (at: number) => ({
  url: `https://captured.example/page-${at}`,
  title: `A page, number ${at}`,
  words: 'A paragraph that was selected, of an ordinary length, with nothing odd in it.',
  html: `<html lang="en"><meta property="og:title" content="A page, number ${at}">${'<meta name="x" content="of no use here">'.repeat(200)}`,
})

/**
 * How long the capture window takes from the press of a button until it can be used: what the server needs of
 * that, and all of it in Chromium, each time in a new window.
 */
async function captureRows(url: string, cookie: string, path: string): Promise<Row[]> {
  const person = new Person(url)
  person.cookie = cookie
  const server: number[] = []
  for (let at = 0; at < TIMES; at++) {
    const id = uuid()
    const started = performance.now()
    await person.want('PUT', `/api/capture/${id}`, { way: 'button', ...passed(at) })
    await person.want('GET', `${path}/captures/${id}`)
    server.push(performance.now() - started)
  }
  const whole = await windowTimes(url, cookie)
  return [
    rowOf('a page captured and known, on the server', server),
    // The aim is the server's part: how long a browser needs for a window is shown beside it.
    ...(whole.length > 0
      ? [
          {
            ...rowOf('the same until its window can be used, in Chromium', whole),
            target: 'none set',
            met: true,
          },
        ]
      : []),
  ]
}

function rowOf(what: string, times: number[]): Row {
  const median = quantile(times, 0.5)
  return {
    what: `${what}, median of ${times.length}`,
    figure: `${median.toFixed(0)} ms (p95 ${quantile(times, 0.95).toFixed(0)})`,
    target: `< ${AIM_MS} ms`,
    met: median < AIM_MS,
  }
}

async function windowTimes(url: string, cookie: string): Promise<number[]> {
  const executablePath = process.env['CHROMIUM'] ?? '/usr/bin/chromium'
  if (!existsSync(executablePath)) return []
  const browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] })
  try {
    const context = await browser.newContext({ viewport: { width: 500, height: 720 } })
    const [name, value] = cookie.split(/=(.*)/s) as [string, string]
    await context.addCookies([{ name, value, url }])
    const times: number[] = []
    // The first window fills the browser's cache, as the one that brought the button did.
    for (let at = -1; at < TIMES; at++) {
      const page = await context.newPage()
      const started = performance.now()
      await page.goto(`${url}/capture#${encodeURIComponent(JSON.stringify(passed(at)))}`)
      await page.getByRole('button', { name: 'Clip', exact: true }).waitFor()
      if (at >= 0) times.push(performance.now() - started)
      await page.close()
    }
    return times
  } finally {
    await browser.close()
  }
}

const PDF_PAGES = 100
const PDF_AIM_SECONDS = 5
const PDF_LINES = 40

/** How long a PDF of a hundred full pages takes from its file to a capture, its first page pictured. */
async function pdfRows(url: string, cookie: string, path: string): Promise<Row[]> {
  const person = new Person(url)
  person.cookie = cookie
  const lines = Array.from(
    { length: PDF_LINES },
    (_, at) => `A line of the report, number ${at}, as long as those of a printed page are.`,
  )
  const pages = Array.from({ length: PDF_PAGES }, (_, at) => ({ heading: `Part ${at}`, lines }))
  const file = pdfOf('A long report', 'Ida Quist', pages)
  const times: number[] = []
  for (let at = 0; at < 5; at++) {
    const started = performance.now()
    const { status } = await person.upload(
      `${path}/captures/${uuid()}/pdf?name=report.pdf`,
      file,
      'report.pdf',
      'PUT',
    )
    if (status !== 200) throw new Error(`A PDF was answered ${status}.`)
    times.push((performance.now() - started) / 1000)
  }
  const median = quantile(times, 0.5)
  return [
    {
      what: `a PDF of ${PDF_PAGES} pages read and pictured, median of ${times.length}`,
      figure: `${median.toFixed(1)} s (longest ${Math.max(...times).toFixed(1)})`,
      target: `< ${PDF_AIM_SECONDS} s`,
      met: median < PDF_AIM_SECONDS,
    },
  ]
}

const LIST_ROWS = 5_000
const LIST_AIM_SECONDS = 60
const ASK_AIM_MS = 100

/** How long a list of bookmarks takes to be read in, and how long a screen waits for its data meanwhile. */
async function listRows(url: string, cookie: string, path: string): Promise<Row[]> {
  const person = new Person(url)
  person.cookie = cookie
  const marks = Array.from(
    { length: LIST_ROWS },
    (_, at) =>
      `<DT><A HREF="https://listed.example/${at}" ADD_DATE="${1_700_000_000 + at}">Saved ${at}</A>\n`,
  )
  const text = `<!DOCTYPE NETSCAPE-Bookmark-file-1>\n<DL><p>\n${marks.join('')}</DL><p>\n`
  const started = performance.now()
  await person.want('POST', `${path}/saved-lists`, { name: 'marks.html', text, shelved: true })
  const asks: number[] = []
  for (let waiting = LIST_ROWS; waiting > 0;) {
    const asked = performance.now()
    await person.want('GET', `${path}/clippings?show=waiting`)
    asks.push(performance.now() - asked)
    waiting = (await person.want<{ waiting: number }>('GET', `${path}/saved-lists`)).waiting
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  const seconds = (performance.now() - started) / 1000
  const p95 = quantile(asks, 0.95)
  return [
    {
      what: `a bookmarks file of ${LIST_ROWS.toLocaleString('en')} rows read in`,
      figure: `${seconds.toFixed(1)} s`,
      target: `< ${LIST_AIM_SECONDS} s`,
      met: seconds < LIST_AIM_SECONDS,
    },
    {
      what: `the clippings asked for meanwhile, p95 of ${asks.length}`,
      figure: `${p95.toFixed(0)} ms (median ${quantile(asks, 0.5).toFixed(0)})`,
      target: `< ${ASK_AIM_MS} ms`,
      met: p95 < ASK_AIM_MS,
    },
  ]
}

/** What is captured, and lists that are read in, on a world of its own. */
export async function capturingRows(): Promise<Row[]> {
  const world = await World.start()
  try {
    const nell = await world.nell()
    const { path } = await makeBrand(nell, [CHATTERBROOK])
    return [
      ...(await captureRows(world.server.url, nell.cookie, path)),
      ...(await pdfRows(world.server.url, nell.cookie, path)),
      ...(await listRows(world.server.url, nell.cookie, path)),
    ]
  } finally {
    await world.stop()
  }
}
