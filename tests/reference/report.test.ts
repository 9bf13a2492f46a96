// A report's table read by Python's csv module (spreadsheets' own dialect), and its PDF, as Chromium prints
// the page, read by pdftotext of poppler.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it } from 'vitest'
import type { ReportContent } from '#shared/reports/types'
import { withoutGuard } from '#core/formats/formulaGuard'
import { csvText } from '../../app/base/saveFile'
import { reportCsv } from '#server/reports/csv'
import { reportHtml } from '#server/reports/html'
import { browserFile, pdfOf } from '#server/reports/pdf'
import { dataOf } from './data'

const TEXTS = [
  'Two lines\nand a "quotation", with commas',
  '=HYPERLINK("https://bad.example")',
  'Ünïcode – 東京 & <b>no markup</b>',
  'plain',
]
const REPORT: ReportContent = {
  brand: { name: 'Hollow Hill', mark: 'H', ink: 1, zone: 'Europe/Lisbon' },
  title: 'Four weeks under a darker sky',
  opening: 'Dear council,\n\nthe lamps were what people spoke of.',
  from: '2027-03-01',
  to: '2027-03-28',
  madeAt: '2027-03-29T06:00:00.000Z',
  parts: ['days', 'accounts', 'posts', 'mix', 'sources'],
  facts: {
    hasBefore: true,
    sent: { now: 1234, before: 1200 },
    answers: { now: 5678, before: null },
    clicks: { now: null, before: null },
    perPost: { value: 4.6, low: 4.1, high: 5.2, posts: 1200 },
    followers: 987,
    followersChange: -3,
    young: 2,
  },
  days: Array.from({ length: 28 }, (_, at) => ({
    day: `2027-03-${String(at + 1).padStart(2, '0')}`,
    posts: at % 3,
    responses: at % 3 === 0 ? null : at * 7,
  })),
  accounts: [
    {
      name: 'Chatterbrook',
      handle: '@hollowhill',
      posts: 80,
      answers: 300,
      clicks: null,
      followers: 987,
      followersChange: -3,
    },
    { name: '', handle: '', posts: 4, answers: null, clicks: 12, followers: null, followersChange: null },
  ],
  posts: Array.from({ length: 12 }, (_, at) => ({
    text: TEXTS[at % TEXTS.length]!,
    account: 'Chatterbrook',
    at: '2027-03-04T19:30:00.000Z',
    pillar: 'Sky news',
    ink: 1,
    answers: at === 3 ? null : 40 - at,
    clicks: at === 2 ? null : 12,
    url: 'https://chatterbrook.example/1',
    picture: null,
    description: '',
  })),
  mix: [
    { name: 'Sky news', ink: 1, posts: 800 },
    { name: null, ink: null, posts: 434 },
  ],
  own: { posts: 200, of: 1234 },
  sources: [{ name: 'Lantern Review', articles: 90, posts: 30, responses: 410 }],
}

function withFolder<T>(work: (folder: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'quill-report-test-'))
  try {
    return work(folder)
  } finally {
    rmSync(folder, { recursive: true })
  }
}

/** A CSV file's rows as Python reads them; null where there is no Python. */
function rowsByPython(csv: string): string[][] | null {
  const read = withFolder((folder) => {
    const file = join(folder, 'table.csv')
    writeFileSync(file, csv)
    return spawnSync(
      'python3',
      [
        '-c',
        'import csv,json,sys; print(json.dumps(list(csv.reader(open(sys.argv[1], newline="", ' +
          'encoding="utf-8-sig"), strict=True))))',
        file,
      ],
      { encoding: 'utf8', env: { ...process.env, PYTHONIOENCODING: 'utf-8' } },
    )
  })
  return read.error ? null : (JSON.parse(read.stdout) as string[][])
}

it('its table is read by Python as it was meant, and no cell is a formula', () => {
  const read = rowsByPython(reportCsv(REPORT))
  if (read === null) return console.info('csv: not run, this machine has no Python')
  const [head, ...rows] = read
  expect(head).toEqual(['Text', 'Account', 'Sent', 'Pillar', 'Answers', 'Clicks', 'Address'])
  expect(rows.map(([text]) => text!.replace(/^'/, ''))).toEqual(REPORT.posts.map(({ text }) => text))
  expect(rows.map((row) => [row[4], row[5]])).toEqual(
    REPORT.posts.map(({ answers, clicks }) => [String(answers ?? ''), String(clicks ?? '')]),
  )
  for (const row of rows) for (const cell of row) expect(cell).not.toMatch(/^[=+\-@]/)
})

it('the table behind a chart is read by Python as it was meant: figures as they are, no formulas', () => {
  const cells = [...TEXTS, "'=1+1", '-3 posts', '@home', '\tafter a tab', '', ' spaces ']
  const read = rowsByPython(
    csvText(
      ['Text', 'Change', 'Not told'],
      cells.map((text) => [text, -3, null]),
    ),
  )
  if (read === null) return console.info('csv: not run, this machine has no Python')
  const [head, ...rows] = read
  expect(head).toEqual(['Text', 'Change', 'Not told'])
  expect(rows.map(([text]) => withoutGuard(text!))).toEqual(cells)
  expect(rows.every(([, change, none]) => change === '-3' && none === '')).toBe(true)
  for (const [text] of rows) expect(text).not.toMatch(/^[=+\-@\t]/)
})

const poppler = dataOf('poppler', 'usr')

it.skipIf(!poppler)(
  'its PDF says all that the page says, on A4',
  async () => {
    if (browserFile() === null) return console.info('PDF: not run, this machine has no Chromium')
    const pdf = await pdfOf(reportHtml(REPORT, { fonts: '', pictures: [], pdf: null, csv: null }))
    const { text, facts } = withFolder((folder) => {
      const file = join(folder, 'report.pdf')
      writeFileSync(file, pdf)
      const env = { ...process.env, LD_LIBRARY_PATH: `${poppler}/lib/x86_64-linux-gnu` }
      const ask = (tool: string, ...args: string[]) =>
        spawnSync(`${poppler}/bin/${tool}`, args, { env, encoding: 'utf8' })
      return { text: ask('pdftotext', '-enc', 'UTF-8', file, '-'), facts: ask('pdfinfo', file) }
    })
    if (text.status !== 0) return console.info('poppler: not run, its libraries are not on this machine')
    const said = text.stdout.replace(/\s+/g, ' ')
    for (const words of [
      'Hollow Hill',
      'Four weeks under a darker sky',
      '1 March 2027 – 28 March 2027',
      'the lamps were what people spoke of.',
      '1,234',
      '+34 against 1,200 before',
      'an account removed since',
      'Two lines and a "quotation", with commas',
      '=HYPERLINK("https://bad.example")',
      '<b>no markup</b>',
      'answers not told',
      'Own news: 200 of 1,234 posts, 16%.',
      'Lantern Review',
    ])
      expect(said).toContain(words)
    expect(said).not.toMatch(/NaN|undefined|null/)
    const pages = Number(/Pages:\s+(\d+)/.exec(facts.stdout)?.[1])
    expect(pages).toBeGreaterThanOrEqual(2)
    expect(facts.stdout).toMatch(/Page size:\s+59\d(?:\.\d+)? x 84\d(?:\.\d+)? pts/)
    expect(said).toMatch(new RegExp(`1 ?/ ?${pages}`))
  },
  40_000,
)
