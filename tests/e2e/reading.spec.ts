import type { Page } from '@playwright/test'
import type { BrandView, Source } from '../../shared/api'
import { makeBrand, newPost } from '../support/world'
import { expect, signIn, test } from './support'

const unread = async (page: Page): Promise<number> => Number(await page.getByRole('button', { name: /^All / }).locator('span').textContent())

test('skimming by keys alone: read, clip, pass, shelve, undo, counts right after a reload', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  for (const address of ['lowlamp', 'corrente', 'zenithminute', 'brokentripod']) {
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, { address: `${address}.example` })
    await nell.want('POST', `${path}/sources`, { feedUrl: url, label: address, folder: null, own: false })
  }
  await signIn(page, world.server.url)
  await expect(page.locator('[data-article]').first()).toBeVisible()
  const before = await unread(page)
  const title = (): Promise<string | null> => page.locator('#article h2').textContent()

  await page.keyboard.press('j')
  await expect(page.locator('#article h2')).toBeVisible()
  const first = await title()
  await page.keyboard.press('c')
  await expect(page.locator('#article h2')).not.toHaveText(first!)
  await page.keyboard.press('p')
  await expect(page.getByTestId('notice')).toContainText('Passed')
  await page.keyboard.press('d')
  await expect(page.getByTestId('notice')).toContainText('Shelved')
  await page.keyboard.press('u')
  await expect(page.getByTestId('notice')).toContainText('Put back')
  await page.keyboard.press('k')
  await page.waitForLoadState('networkidle')
  await page.reload()
  await expect(page.locator('[data-article]').first()).toBeVisible()
  await expect(page.getByRole('button', { name: /^All / })).not.toContainText(String(before))
  const view = await nell.want<BrandView>('GET', path)
  expect(await unread(page)).toBe(view.unread)
  for (const [show, count] of [
    ['clipped', 1],
    ['passed', 1],
    ['shelved', 0],
  ] as const) {
    await page.getByLabel('Which articles').selectOption(show)
    await expect(page.locator('[data-article]')).toHaveCount(count)
  }
  await page.getByLabel('Which articles').selectOption('clipped')
  await expect(page.locator('[data-article]')).toContainText(first!)
  await page.reload()
  await expect(page.locator('[data-article]')).toHaveCount(1)
  // What was decided is taken back by deciding it again.
  await page.keyboard.press('j')
  await expect(page.getByRole('button', { name: 'Clipped', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('c')
  await expect(page.getByText('Nothing clipped yet')).toBeVisible()
  await page.getByLabel('Which articles').selectOption('open')
  await expect(page.locator('[data-article]', { hasText: first! })).toHaveCount(1)
})

test('a draft survives a closed tab; a failure to save is said and put back', async ({ page, demo, context }) => {
  await signIn(page, demo.url)
  await page.locator('[data-article]').nth(1).click()
  await page.getByRole('textbox', { name: 'Your line' }).fill(`Kept words ${'🜨'.repeat(10)}`)
  const address = page.url()
  await page.close()
  const again = await context.newPage()
  await again.goto(address)
  await expect(again.getByRole('textbox', { name: 'Your line' })).toHaveValue(/^Kept words/)

  const count = await again.locator('[data-article]').count()
  await again.route('**/state', (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()))
  await again.getByRole('button', { name: /^Pass/ }).click()
  await expect(again.getByTestId('notice')).toContainText('Not saved, so it was put back')
  await expect(again.locator('[data-article]')).toHaveCount(count)
})

test('what changes elsewhere appears by itself and moves nothing', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await signIn(page, world.server.url)
  await expect(page.getByText('No articles yet')).toBeVisible()
  await nell.want('POST', `${path}/sources`, { feedUrl: 'https://zenithminute.example/feed.xml', label: 'Zenith', folder: null, own: false })
  await expect(page.locator('[data-article]').first()).toBeVisible()
  const head = await page.locator('[data-article]').first().textContent()
  // A second source brings newer articles: they wait above the list.
  await nell.want('POST', `${path}/sources`, { feedUrl: 'https://lowlamp.example/feed.xml', label: 'Lamp', folder: null, own: false })
  await expect(page.getByRole('button', { name: /new article/ })).toBeVisible()
  expect(await page.locator('[data-article]').first().textContent()).toBe(head)
  await page.getByRole('button', { name: /new article/ }).click()
  expect(await page.locator('[data-article]').first().textContent()).not.toBe(head)

  await page.keyboard.press('3')
  await nell.want('POST', `${path}/posts`, await newPost(nell, path, 'From another window'))
  await expect(page.locator('[data-state=lined-up]')).toHaveCount(2)
})

test('the demo’s clock brings new articles and sends what is due', async ({ page, demo }) => {
  await signIn(page, demo.url)
  await expect(page.locator('[data-article]').first()).toBeVisible()
  await page.getByRole('button', { name: '+1 hour' }).click()
  await expect(page.getByTestId('notice')).toContainText('It is now')
  await page.getByRole('button', { name: /new article/ }).click()
  await expect(page.locator('[data-article]').first()).toContainText('flares a second time')
})

test('an offer makes a text fit, an own wording stays with its account, a plan that changed is shown anew', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await nell.want('POST', `${path}/sources`, { feedUrl: 'https://lowlamp.example/feed.xml', label: 'Lamp', folder: null, own: false })
  await signIn(page, world.server.url)
  await page.locator('[data-article]').first().click()
  await page.getByRole('textbox', { name: 'Your line' }).fill('x'.repeat(225))
  await page.getByLabel(/^Hashtags/).fill('light')
  await page.getByRole('button', { name: 'Proof for Chatterbrook' }).click()
  await expect(page.getByRole('button', { name: /^Line up/ })).toBeDisabled()
  await page.getByRole('button', { name: 'Leave out #light' }).click()
  await page.getByRole('button', { name: 'Leave out the title' }).click()
  await expect(page.getByText('Fits everywhere')).toBeVisible()
  await page.getByRole('button', { name: 'Own wording' }).click()
  await page.getByLabel('Own wording, Chatterbrook').fill('Short on Chatterbrook')
  await expect(page.getByTestId('proof-Chatterbrook')).toContainText('Short on Chatterbrook')

  // Someone else takes the slots in between; this screen is kept from hearing of it until it has confirmed.
  await page.route('**/next-slots**', (route) => route.abort())
  await nell.want('POST', `${path}/posts`, await newPost(nell, path, 'First'))
  await page.unroute('**/next-slots**')
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page.getByRole('alert')).toContainText('Another post took a slot')
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page.getByTestId('notice')).toContainText('Lined up: Chatterbrook Tue 2, 15:00')
  await page.keyboard.press('3')
  await expect(page.locator('[data-state=lined-up]', { hasText: 'Short on Chatterbrook' })).toHaveCount(1)
  await page.keyboard.press('u')
  await expect(page.locator('[data-state=lined-up]')).toHaveCount(2)
})

test('hostile articles run nothing and show their markup as words', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await nell.want('POST', `${path}/sources`, { feedUrl: 'https://markup.example/', label: '<img src=x onerror=alert(1)>', folder: null, own: false })
  const [source] = await nell.want<Source[]>('GET', `${path}/sources`)
  expect(source!.label).toBe('<img src=x onerror=alert(1)>')
  await signIn(page, world.server.url)
  for (const title of ['A bold <script> title', 'מגדלור']) {
    await page.locator('[data-article]', { hasText: title }).click()
    await expect(page.locator('#article h2')).toContainText(title)
    await expect(page.locator('#article')).toContainText('<img src=x onerror=alert(1)>')
    expect(await page.evaluate(() => (window as unknown as { hurt?: number }).hurt)).toBeUndefined()
    expect(await page.locator('#article script').count()).toBe(0)
  }
  await page.setViewportSize({ width: 800, height: 700 })
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 780 }, hasTouch: true })

  test('reading, clipping and lining up', async ({ page, demo }) => {
    await signIn(page, demo.url)
    const row = page.locator('[data-article]').nth(2)
    const title = await row.locator('.serif').textContent()
    await row.click()
    await expect(page.locator('#article h2')).toHaveText(title!)
    await page.getByRole('textbox', { name: 'Your line' }).fill('Written in a corridor.')
    await page.getByRole('button', { name: 'Line up', exact: false }).last().click()
    await expect(page.getByTestId('notice')).toContainText('Lined up')
    await page.getByRole('button', { name: 'Clip' }).click()
    await expect(page.getByTestId('notice')).toContainText('Clipped')
    const [article, line] = [await page.locator('#article').boundingBox(), await page.getByRole('region', { name: 'Your line' }).boundingBox()]
    expect(line!.y).toBeGreaterThanOrEqual(article!.y + article!.height)
    await page.getByRole('button', { name: 'Back' }).click()
    await expect(page.locator('[data-article]').first()).toBeVisible()
    await page.getByRole('link', { name: 'Schedule' }).click()
    await expect(page.locator('[data-state]').first()).toBeVisible()
    for (const path of ['/wire', '/schedule', '/set-up/sources', '/set-up/accounts']) {
      await page.goto(`${demo.url}${path}`)
      await page.waitForLoadState('networkidle').catch(() => undefined)
      expect(await page.evaluate(() => document.documentElement.scrollWidth), path).toBeLessThanOrEqual(390)
    }
  })
})

test('a client looks and changes nothing', async ({ page, demo }) => {
  await signIn(page, demo.url, 'Ottilie')
  await page.locator('[data-article]').first().click()
  await expect(page.locator('#article h2')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Line up/ })).toHaveCount(0)
  await page.goto(`${demo.url}/set-up/accounts`)
  await expect(page.getByText('@millracebread').first()).toBeVisible()
  await expect(page.getByRole('button', { name: /Edit|Check it/ })).toHaveCount(0)
})
