// npm run screenshots: the pictures of docs/screenshots, from a fresh demo at 1280 by 800; with
// `-- --only=NAME,NAME` those alone.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build, chromium, folder, install, root, say } from './setUp.mjs'

install()
build()
const executablePath = chromium()
const { chromium: browserType } = await import('@playwright/test')
const { fillDemo, startServer, startStandins } = await import('./world.mjs')

const out = folder(join(root, 'docs', 'screenshots'))
const dataDir = mkdtempSync(join(tmpdir(), 'quill-pictures-'))
const standins = await startStandins()
const server = await startServer({
  mailPort: 0,
  dataDir,
  standins: standins.url,
  demo: true,
  // Readers who click come from places of their own, as behind a proxy.
  env: { QUILL_PROXIES: '1' },
})
await fillDemo({ url: server.url, standins: standins.url, mailPort: server.mailPort })
const browser = await browserType.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1'],
})

const only = process.argv
  .find((arg) => arg.startsWith('--only='))
  ?.slice('--only='.length)
  .split(',')

async function picture(name, work, { signedIn = true, ...options } = {}) {
  if (only && !only.includes(name)) return
  const context = await browser.newContext({
    baseURL: server.url,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    ...options,
  })
  const page = await context.newPage()
  if (signedIn) {
    await page.goto('/sign-in')
    await page.getByRole('button', { name: 'Sign in as Nell' }).click()
    await page.locator('[data-article]').first().waitFor()
  }
  await work(page)
  await page.waitForTimeout(500)
  await page.screenshot({ path: join(out, `${name}.png`) })
  await context.close()
  say(`docs/screenshots/${name}.png`)
}

const line =
  'Five seconds of daylight over half the country. If your door camera looks north, its recording is worth more than you think: keep it.'
async function writeLine(page) {
  await page.locator('[data-article]', { hasText: 'Watch the night turn to day' }).click()
  await page.locator('#article h2').waitFor()
  await page.getByRole('textbox', { name: 'Your line' }).fill(line)
  await page
    .getByText(/^saved/)
    .first()
    .waitFor()
}

await picture('wire', writeLine)
await picture('results', async (page) => {
  await page.goto('/results')
  await page.getByText('above the rest').first().waitFor()
  await page.locator('[data-chart]').nth(1).waitFor()
})
await picture('report', async (page) => {
  await page.goto('/reports')
  await page.getByRole('button', { name: 'Last 28 days' }).click()
  await page.getByLabel('Title').fill('Four weeks under a darker sky')
  await page
    .getByLabel('Your own words')
    .fill('The council’s lamps were the month’s subject: explainers on them were answered most.')
  await page.getByRole('button', { name: 'Make a report' }).click()
  await page.goto(await page.getByRole('link', { name: 'Open', exact: true }).getAttribute('href'))
})
await picture('clippings', async (page) => {
  await page.keyboard.press('3')
  await page.getByRole('button', { name: 'Wall' }).click()
  await page.locator('[data-clipping]', { hasText: 'The second number' }).getByRole('button').click()
  await page.locator('mark').waitFor()
  await page.locator('[data-clipping] img').first().waitFor()
})
const openPost = async (page, text) => {
  await page.goto('/desk')
  await page.locator('[data-post] a', { hasText: text }).click()
  await page.getByText('The link answers.').waitFor()
}
await picture('drafting', async (page) => {
  await page.locator('[data-article]', { hasText: 'Watch the night turn to day' }).click()
  await page.locator('#article h2').waitFor()
  await page.keyboard.press('e')
  await page.getByRole('button', { name: 'Drafts', exact: true }).click()
  await page.locator('[data-write]').click()
  await page.locator('[data-draft]').nth(2).waitFor()
})
await picture(
  'for-programs',
  async (page) => {
    await page.goto('/api/docs')
    await page.getByText('/api/brands/{brandId}/articles', { exact: true }).waitFor()
  },
  { signedIn: false },
)
await picture('writing', async (page) => {
  await openPost(page, 'Look east')
  await page.getByRole('button', { name: 'Crop it to shape' }).click()
  await page
    .getByText(/^saving|^not saved/)
    .first()
    .waitFor()
  await page
    .getByText(/^saved/)
    .first()
    .waitFor()
})
await picture('schedule', async (page) => {
  await page.keyboard.press('5')
  await page.locator('[data-state]').first().waitFor()
})
await picture('evergreens', async (page) => {
  await page.goto('/evergreens')
  await page.getByRole('region', { name: 'Evergreen', exact: true }).getByRole('listitem').first().waitFor()
})
await picture('order', async (page) => {
  await page.goto('/set-up/orders')
  await page.getByRole('link', { name: 'Meteors, daily', exact: true }).click()
  await page.locator('[data-made]').first().waitFor()
  await page.locator('[data-tried]').first().waitFor()
})
await picture('month', async (page) => {
  await page.goto('/schedule?face=month')
  await page.locator('[data-day] [data-card]').first().waitFor()
  await page.getByRole('group', { name: /^Weeks of/ }).waitFor()
})
await picture('order-log', async (page) => {
  await page.goto('/order-log?outcome=all')
  await page.locator('[data-logged]').first().waitFor()
})
const SUBJECTS = [
  'The dome at noon',
  'A lamp that shines down',
  'What the old plates show',
  'Ten minutes of dark',
]
/** A table of posts, four of which need mending. */
const table = [
  'text,account,time,link,picture',
  ...Array.from({ length: 28 }, (_, at) => {
    const account = at === 3 ? 'Chaterbrook' : at % 2 ? 'Commonfire' : 'Chatterbrook'
    const time = at === 6 ? '31.2.2031 10:00' : ''
    const link = at === 9 ? 'our page' : ''
    return `"${SUBJECTS[at % 4]}, part ${1 + Math.floor(at / 4)}",${account},${time},${link},${at === 12 ? 'moon.png' : ''}`
  }),
].join('\n')
await picture('posts-from-file', async (page) => {
  await page.goto('/posts-from-file')
  await page.getByLabel('Choose a file', { exact: true }).setInputFiles({
    ...{ name: 'winter-evenings.csv', mimeType: 'text/csv', buffer: Buffer.from(table) },
  })
  await page.getByRole('table', { name: 'Rows of the file' }).getByRole('button').nth(3).click()
  await page.getByRole('form', { name: /^Row/ }).waitFor()
})
await picture('campaign', async (page) => {
  await page.goto('/campaigns')
  await page.getByRole('link', { name: /^Lamps out/ }).click()
  await page.getByRole('region', { name: 'Could serve' }).getByRole('listitem').first().waitFor()
})
await picture('lining-up', async (page) => {
  await page.goto('/desk')
  await page.locator('[data-post] a', { hasText: 'Half the town' }).click()
  await page.getByText('The link answers.').waitFor()
  await page.getByLabel('Goes out', { exact: true }).selectOption('First in line')
  await page.getByLabel('Send it again').selectOption('next week')
  await page.getByText(/posts move$/).waitFor()
})
await picture('almanac', async (page) => {
  await page.goto('/almanac')
  await page.locator('[data-kind="calendar"]').first().waitFor()
  await page.getByText('Low Lamp Fair').first().waitFor()
})
await picture(
  'capture',
  async (page) => {
    await page.goto('/capture')
    await page.getByLabel('Address, or words of your own').fill('https://bellhaven.example/lamps-off')
    await page.getByRole('button', { name: 'Use it' }).click()
    await page.getByText('1 of 7 pictures').waitFor()
    await page
      .getByRole('textbox', { name: 'Your line' })
      .fill(
        'A council that measured before and after, and published both. Ask yours for the same two numbers.',
      )
    await page
      .getByText(/^saved/)
      .first()
      .waitFor()
    await page.getByRole('heading', { name: 'Your line' }).click()
  },
  { viewport: { width: 480, height: 720 } },
)
const phone = { viewport: { width: 390, height: 800 } }
await picture(
  'phone-sheet',
  async (page) => {
    await writeLine(page)
    await page.waitForLoadState('networkidle')
    await page
      .getByRole('textbox', { name: 'Your line' })
      .evaluate((field) => field.scrollIntoView({ block: 'center' }))
  },
  phone,
)
// From here on there is trouble: a network ends a token, and a day goes by.
await picture('day-sheet', async (page) => {
  await page.request.post(`${standins.url}/control/token`, {
    data: JSON.stringify({ host: 'commonfire.example', handle: 'hollowhill', token: 'another' }),
  })
  await page.request.post('/api/demo/clock', { data: { hours: 20 } })
  await page.goto('/day')
  await page.locator('[data-notice="token"]').waitFor()
})
await browser.close()
await Promise.all([server.stop(), standins.stop()])
rmSync(dataDir, { recursive: true, force: true })
