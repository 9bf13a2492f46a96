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

const line = 'Two flashes in one week: whoever owns binoculars has a reason to stand in the garden tonight. Look north-east, in the W.'
async function writeLine(page) {
  await page.locator('[data-article]', { hasText: 'What the shell tells us' }).click()
  await page.locator('#article h2').waitFor()
  await page.getByRole('textbox', { name: 'Your line' }).fill(line)
}

await picture('sign-in', (page) => page.goto('/sign-in'), { signedIn: false })
await picture('first-start', (page) => page.goto('/start'), { signedIn: false, base: empty.url })
await picture('wire', writeLine)
await picture('wire-dark', writeLine, { colorScheme: 'dark' })
await picture('wire-proof', async (page) => {
  await writeLine(page)
  await page.getByRole('textbox', { name: 'Your line' }).fill(`${line} ${line}`)
  await page.getByRole('button', { name: 'Proof for Chatterbrook' }).click()
})
await picture('wire-cards', async (page) => {
  await page.goto('/wire?show=all&own=yes')
  await page.getByRole('button', { name: 'Cards', exact: true }).click()
  await page.waitForTimeout(1500)
})
await picture('clippings', async (page) => {
  await page.keyboard.press('2')
  await page.locator('[data-clipping]').first().waitFor()
})
await picture('find', async (page) => {
  await page.keyboard.press('/')
  await page.getByLabel('Words to find').fill('comet')
  await page.locator('[data-found]').first().waitFor()
})
await picture('watch-form', async (page) => {
  await page.goto('/set-up/watches')
  await page.getByRole('link', { name: 'Edit: Light pollution' }).click()
  await page.locator('[data-match]').first().waitFor()
})
await picture('watch-text', async (page) => {
  await page.goto('/set-up/watches')
  await page.getByRole('link', { name: 'Edit: Comets' }).click()
  await page.locator('[data-match]').first().waitFor()
  await page.getByRole('button', { name: 'As text' }).click()
  await page.getByLabel('The query').fill('(comet^2 OR "Oyelaran–Pesk"^2) titel:perihelion -hotel')
  await page.locator('[data-trouble]').waitFor()
})
await picture('set-up-tags', async (page) => {
  await page.goto('/set-up/tags')
  await page.locator('[data-tag-line]').first().waitFor()
})
await picture('schedule', async (page) => {
  await page.keyboard.press('3')
  await page.locator('[data-state]').first().waitFor()
})
await picture('post-not-sent', async (page) => {
  await page.keyboard.press('3')
  await page.getByRole('button', { name: /has not gone out/ }).click()
})
await picture('set-up-sources', async (page) => {
  await page.keyboard.press('4')
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
