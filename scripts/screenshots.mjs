// npm run screenshots: the pictures of docs/screenshots, from a fresh demo at 1280 by 800.
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { build, chromium, folder, install, root, say } from './setUp.mjs'

install()
build()
const executablePath = chromium()
const { chromium: browserType } = await import('@playwright/test')
const { fillDemo, freePort, startServer, startStandins } = await import('./world.mjs')

const out = folder(join(root, 'docs', 'screenshots'))
const dataDir = mkdtempSync(join(tmpdir(), 'quill-pictures-'))
const emptyDir = mkdtempSync(join(tmpdir(), 'quill-pictures-'))
const standins = await startStandins({ port: await freePort() })
const mailPort = await freePort()
const server = await startServer({ port: await freePort(), mailPort, dataDir, standins: standins.url, demo: true })
const empty = await startServer({ port: await freePort(), dataDir: emptyDir, standins: standins.url })
await fillDemo({ url: server.url, standins: standins.url, mailPort })
const browser = await browserType.launch({
  executablePath,
  args: ['--no-sandbox', '--disable-gpu', '--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1'],
})

async function picture(name, work, { signedIn = true, base = server.url, ...options } = {}) {
  const context = await browser.newContext({ baseURL: base, viewport: { width: 1280, height: 800 }, locale: 'en-GB', ...options })
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

const line = 'Five seconds of daylight over half the country. If your door camera looks north, its recording is worth more than you think: keep it.'
async function writeLine(page) {
  await page.locator('[data-article]', { hasText: 'Watch the night turn to day' }).click()
  await page.locator('#article h2').waitFor()
  await page.getByRole('textbox', { name: 'Your line' }).fill(line)
  await page
    .getByText(/^saved/)
    .first()
    .waitFor()
}

await picture('first-start', (page) => page.goto('/start'), { signedIn: false, base: empty.url })
await picture('wire', writeLine)
await picture('wire-dark', writeLine, { colorScheme: 'dark' })
await picture('clippings', async (page) => {
  await page.keyboard.press('2')
  await page.locator('[data-clipping]').first().waitFor()
})
const openPost = async (page, text) => {
  await page.goto('/desk')
  await page.locator('[data-post] a', { hasText: text }).click()
  await page.getByText('The link answers.').waitFor()
}
await picture('desk', async (page) => {
  await page.goto('/desk')
  await page.locator('[data-post]').first().waitFor()
})
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
await picture('writing-too-long', (page) => openPost(page, 'Thirty thousand'))
await picture('crop', async (page) => {
  await openPost(page, 'Look east')
  await page.getByRole('button', { name: /^Crop for Mantel/ }).click()
  await page.getByTestId('crop-frame').waitFor()
})
await picture('conflict', async (page) => {
  await openPost(page, 'Half the town')
  const other = await page.context().newPage()
  await other.goto(page.url())
  const main = (one) => one.getByRole('textbox', { name: 'Main text' })
  const own = 'The bright light low in the west is Sirius rising: look south-east after ten, two hands above the hill.'
  // Only what the first window saves is let through, so that it does not hear of the second.
  await page.route('**/api/brands/*/posts/*', (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()))
  await main(other).fill(`${own} It flickers because the air does.`)
  await other
    .getByText(/^saved/)
    .first()
    .waitFor()
  await main(page).fill(`${own} No drone, no aircraft, no hurry.`)
  await page.getByRole('alertdialog').waitFor()
})
await picture('set-up-writing', async (page) => {
  await page.goto('/set-up/writing')
  await page.getByText('Standing instruction').waitFor()
})
await picture('find', async (page) => {
  await page.keyboard.press('/')
  await page.getByLabel('Words to find').fill('comet')
  await page.locator('[data-found]').first().waitFor()
})
await picture('watch-text', async (page) => {
  await page.goto('/set-up/watches')
  await page.getByRole('link', { name: 'Edit: Comets' }).click()
  await page.locator('[data-match]').first().waitFor()
  await page.getByRole('button', { name: 'As text' }).click()
  await page.getByLabel('The query').fill('(comet^2 OR "Oyelaran–Pesk"^2) titel:perihelion -hotel')
  await page.locator('[data-trouble]').waitFor()
})
await picture('schedule', async (page) => {
  await page.keyboard.press('4')
  await page.locator('[data-state]').first().waitFor()
})
await picture('post-not-sent', async (page) => {
  await page.keyboard.press('4')
  await page.getByRole('button', { name: /has not gone out/ }).click()
})
await picture('set-up-sources', async (page) => {
  await page.keyboard.press('5')
  await page.getByLabel('Address of a site or a feed').fill('grainledger.example')
  await page.getByRole('button', { name: 'Find its feed' }).click()
  await page.getByText('Its newest').waitFor()
})
await picture('set-up-sources-health', async (page) => {
  await page.goto('/set-up/sources')
  for (const name of ['Choose Corrente Press Agency', 'Choose O Sobreiro']) await page.getByRole('checkbox', { name }).check()
  await page.getByRole('group', { name: 'How sources fare' }).evaluate((group) => group.scrollIntoView({ block: 'start' }))
})
await picture('set-up-accounts', (page) => page.goto('/set-up/accounts'))
const phone = { viewport: { width: 390, height: 800 } }
await picture('phone-sheet', writeLine, phone)
await picture('network-timeline', (page) => page.goto(`${standins.url}/sites/chatterbrook.example/@hollowhill`), { signedIn: false })

await browser.close()
await Promise.all([server.stop(), empty.stop(), standins.stop()])
rmSync(dataDir, { recursive: true, force: true })
rmSync(emptyDir, { recursive: true, force: true })
