import type { Page } from '@playwright/test'
import type { BrandView } from '#shared/people/types'
import type { ScheduleView } from '#shared/schedule/types'
import type { Source } from '#shared/sources/types'
import { makeBrand, lineUpText } from '../support/world'
import { expect, signIn, test } from './support'

const unread = async (page: Page): Promise<number> =>
  Number(await page.getByRole('button', { name: /^All / }).locator('span').textContent())

test('skimming by keys alone: read, clip, pass, shelve, undo, counts right after a reload', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  for (const address of ['lowlamp', 'corrente', 'zenithminute', 'brokentripod']) {
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, {
      address: `${address}.example`,
    })
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
  await expect(page.getByTestId('notice')).toContainText('Undid')
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
  await expect(page.getByRole('button', { name: 'Clipped', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.keyboard.press('c')
  await expect(page.getByText('Nothing clipped yet')).toBeVisible()
  await page.getByLabel('Which articles').selectOption('open')
  await expect(page.locator('[data-article]', { hasText: first! })).toHaveCount(1)
})

test('a draft survives a closed tab; a failure to save is said and put back', async ({
  page,
  demo,
  context,
}) => {
  await signIn(page, demo.url)
  await page.locator('[data-article]').nth(1).click()
  await page.getByRole('textbox', { name: 'Your line' }).fill(`Kept words ${'🜨'.repeat(10)}`)
  const address = page.url()
  await page.close()
  const again = await context.newPage()
  await again.goto(address)
  await expect(again.getByRole('textbox', { name: 'Your line' })).toHaveValue(/^Kept words/)

  const count = await again.locator('[data-article]').count()
  await again.route('**/state', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  )
  await again.getByRole('button', { name: /^Pass/ }).click()
  await expect(again.getByTestId('notice')).toContainText('Not saved, so it was undone')
  await expect(again.locator('[data-article]')).toHaveCount(count)
})

test('what changes elsewhere appears by itself and moves nothing', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await signIn(page, world.server.url)
  await expect(page.getByText('No articles yet')).toBeVisible()
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://zenithminute.example/feed.xml',
    label: 'Zenith',
    folder: null,
    own: false,
  })
  await expect(page.locator('[data-article]').first()).toBeVisible()
  const head = await page.locator('[data-article]').first().textContent()
  // A second source brings newer articles: they wait above the list.
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'Lamp',
    folder: null,
    own: false,
  })
  await expect(page.getByRole('button', { name: /new article/ })).toBeVisible()
  expect(await page.locator('[data-article]').first().textContent()).toBe(head)
  await page.getByRole('button', { name: /new article/ }).click()
  expect(await page.locator('[data-article]').first().textContent()).not.toBe(head)

  await page.keyboard.press('5')
  await lineUpText(nell, path, 'From another window')
  await expect(page.locator('[data-state=lined-up]')).toHaveCount(2)
})

test('finding by words and going there, keeping a note, being done with it, by keys', async ({
  demo,
  page,
}) => {
  await signIn(page, demo.url)
  await page.locator('[data-article]').first().waitFor()
  await page.keyboard.press('Control+k')
  const field = page.getByLabel('Words to find')
  await expect(field).toBeFocused()
  await field.fill('clipp')
  await expect(page.locator('#found').getByRole('button', { name: /Clippings/ })).toBeVisible()
  await field.fill('dark theme')
  await page.keyboard.press('Enter')
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark')
  await field.fill('comet')
  const found = page.locator('[data-found]')
  await expect(found.first()).toBeVisible()
  await expect(found.first().locator('mark').first()).toHaveText(/comet/i)
  const title = await found.first().locator('.serif').innerText()
  const places = await page.locator('#found button').count()
  for (let at = 0; at <= places; at++) await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page.locator('#article h2')).toHaveText(title)
  await page.goBack()
  await expect(field).toHaveValue('comet')

  await page.goto(`${demo.url}/clippings`)
  const waiting = page.getByRole('button', { name: /^To write \d+$/ })
  await page.locator('[data-clipping]').first().waitFor()
  const before = Number((await waiting.innerText()).match(/\d+/)![0])
  await page.keyboard.press('j')
  await page.keyboard.press('e')
  await page.getByRole('dialog').getByLabel('Note').fill('Ask for the picture')
  await page.getByRole('dialog').getByLabel('Folder').fill('Week 9')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.locator('[data-clipping]').first()).toContainText('Ask for the picture')
  await page.getByLabel('Look for words').fill('the picture')
  await expect(page.locator('[data-clipping]')).toHaveCount(1)
  await page.reload()
  await expect(page.locator('[data-clipping]')).toHaveCount(1)
  await page.getByLabel('Look for words').fill('')
  await page.getByRole('heading', { name: 'Clippings' }).click()
  await expect(page.locator('[data-clipping]').nth(1)).toBeVisible()
  await page.keyboard.press('j')
  await page.keyboard.press('x')
  await expect(waiting).toHaveText(`To write ${before - 1}`)
  await page.keyboard.press('u')
  await expect(waiting).toHaveText(`To write ${before}`)
})

test('several are chosen and passed at once, undone as one; density and narrowing stay', async ({
  demo,
  page,
}) => {
  await signIn(page, demo.url)
  await page.getByRole('button', { name: 'Lines', exact: true }).click()
  const lines = page.locator('[data-article]')
  await lines.first().waitFor()
  const all = page.getByRole('button', { name: /^All \d+$/ })
  const before = await all.innerText()
  const titles = await lines.locator('.serif').allInnerTexts()
  for (const at of [0, 2]) await lines.nth(at).click({ modifiers: ['Control'] })
  await page
    .getByRole('group', { name: 'With the chosen articles' })
    .getByRole('button', { name: 'Pass' })
    .click()
  await expect(lines.first()).toContainText(titles[1]!)
  await page.keyboard.press('u')
  await expect(lines.first()).toContainText(titles[0]!)
  await expect(all).toHaveText(before)
  await page.getByRole('button', { name: 'Filter', exact: true }).click()
  await page.getByLabel('Own or others’').selectOption('our own')
  await expect(page.getByRole('button', { name: '1 filter' })).toBeVisible()
  await expect(page).toHaveURL(/own=yes/)
  await page.reload()
  await expect(page.getByRole('button', { name: '1 filter' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Lines', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.getByRole('button', { name: '1 filter' }).click()
  await page.getByRole('button', { name: 'Clear all filters' }).click()
  await expect(page).not.toHaveURL(/own=/)
})

test('the demo’s clock brings new articles and sends what is due', async ({ page, demo }) => {
  await signIn(page, demo.url)
  await expect(page.locator('[data-article]').first()).toBeVisible()
  await page.getByRole('button', { name: '+1 hour' }).click()
  // What a watch tells of the hour may take the notice's place at once.
  await expect(page.getByTestId('notice')).toContainText(/It is now|new article/)
  await page.getByRole('button', { name: /new article/ }).click()
  await expect(page.locator('[data-article]').first()).toContainText('flares a second time')
})

test('what is asked for at typing speed is done once it is checked, undone from the next field, and refused aloud where the link is dead', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'Lamp',
    folder: null,
    own: false,
  })
  await signIn(page, world.server.url)
  const line = page.getByRole('textbox', { name: 'Your line' })
  const notice = page.getByTestId('notice')
  await page.locator('[data-article]').nth(0).click()
  const title = await page.locator('#article h2').textContent()
  await line.waitFor()
  await world.trouble('lowlamp.example', { slowMs: 1500 })
  await line.pressSequentially('Typed in one go', { delay: 5 })
  await line.press('Control+Enter')
  await expect(page.getByText('Lining up once the link is checked')).toBeVisible()
  await expect(notice).toContainText('Lined up: Chatterbrook')
  await world.trouble('lowlamp.example', null)

  // The focus is in the next article's field: the key that undoes it there is named, and works.
  await expect(page.locator('#article h2')).not.toHaveText(title!)
  await expect(line).toHaveValue('')
  await line.focus()
  await expect(notice).toContainText('Ctrl Z')
  await line.press('Control+z')
  await expect(notice).toContainText('Undid: Lined up')
  await expect.poll(async () => (await nell.want<ScheduleView>('GET', `${path}/schedule`)).lined).toBe(0)

  await world.trouble('lowlamp.example', { refuse: { status: 404, message: 'Nothing here' } })
  await page.locator('[data-article]').nth(3).click()
  await expect(page.locator('#article h2')).toHaveText(
    (await page.locator('[data-article]').nth(3).locator('.serif').textContent())!,
  )
  await expect(line).toHaveValue('')
  await line.pressSequentially('To a page that is gone', { delay: 5 })
  await line.press('Control+Enter')
  await expect(page.getByRole('alert')).toContainText('The link leads nowhere')
  await expect(line).toHaveValue('To a page that is gone')
  expect(await world.posted('chatterbrook.example')).toEqual([])
})

test('an offer makes a text fit, an own wording stays with its account, a plan that changed is shown anew', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'Lamp',
    folder: null,
    own: false,
  })
  await signIn(page, world.server.url)
  await page.locator('[data-article]').first().click()
  await page.getByRole('textbox', { name: 'Your line' }).fill('x'.repeat(225))
  await page.getByLabel(/^Hashtags/).fill('light')
  await page.getByRole('button', { name: 'Proof for Chatterbrook' }).click()
  await expect(page.getByRole('button', { name: /^Line up/ })).toBeDisabled()
  await page.getByRole('button', { name: 'Leave out #light', exact: true }).click()
  await page
    .getByRole('region', { name: 'Proof for Chatterbrook' })
    .getByRole('button', { name: 'Leave out the title' })
    .click()
  await expect(page.getByText('Fits everywhere')).toBeVisible()
  await page.getByRole('button', { name: 'Own wording' }).click()
  await page.getByLabel('Own wording, Chatterbrook').fill('Short on Chatterbrook')
  await expect(page.getByTestId('proof-Chatterbrook')).toContainText('Short on Chatterbrook')

  // Someone else takes the slots in between; this screen is kept from hearing of it until it has confirmed.
  let isConfirmed = false
  page.on('request', (asked) => (isConfirmed ||= asked.url().endsWith('/line-up')))
  await page.route('**/placing', (route) => (isConfirmed ? route.continue() : route.abort()))
  await lineUpText(nell, path, 'First')
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page.getByRole('alert')).toContainText('Another post took a slot')
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page.getByTestId('notice')).toContainText('Lined up: Chatterbrook Tue 2, 15:00')
  await page.keyboard.press('5')
  await expect(page.locator('[data-state=lined-up]', { hasText: 'Short on Chatterbrook' })).toHaveCount(1)
  await page.keyboard.press('u')
  await expect(page.locator('[data-state=lined-up]')).toHaveCount(2)
})

test('hostile articles run nothing and show their markup as words', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://markup.example/',
    label: '<img src=x onerror=alert(1)>',
    folder: null,
    own: false,
  })
  const [source] = await nell.want<Source[]>('GET', `${path}/sources`)
  expect(source!.label).toBe('<img src=x onerror=alert(1)>')
  // What the page's policy had to stop is counted: nothing of an article may come that far.
  await page.addInitScript(() => {
    const counted = window as unknown as { stopped: number }
    counted.stopped = 0
    document.addEventListener('securitypolicyviolation', () => counted.stopped++)
  })
  await signIn(page, world.server.url)
  for (const title of ['A bold <script> title', 'מגדלור']) {
    await page.locator('[data-article]', { hasText: title }).click()
    await expect(page.locator('#article h2')).toContainText(title)
    await expect(page.locator('#article')).toContainText('<img src=x onerror=alert(1)>')
    expect(await page.evaluate(() => (window as unknown as { hurt?: number }).hurt)).toBeUndefined()
    expect(await page.locator('#article script').count()).toBe(0)
  }
  expect(await page.evaluate(() => (window as unknown as { stopped: number }).stopped)).toBe(0)
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
    // The next article stands there now; by the hour of the day it may be one that is clipped already.
    await expect(page.locator('#article h2')).not.toHaveText(title!)
    const clip = page.getByRole('button', { name: /^Clip/ })
    if ((await clip.getAttribute('aria-pressed')) === 'true') {
      await clip.click()
      await expect(page.getByTestId('notice')).toContainText('Back on the list')
    }
    await clip.click()
    await expect(page.getByTestId('notice')).toContainText('Clipped')
    const [article, line] = [
      await page.locator('#article').boundingBox(),
      await page.getByRole('region', { name: 'Your line' }).boundingBox(),
    ]
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
  // Their own screens are the proofs in review and the week; what they may not do is offered nowhere, and no
  // key does it.
  await expect(page.getByRole('button', { name: /^In review/ })).toHaveAttribute('aria-pressed', 'true')
  const rail = page.getByRole('navigation', { name: 'Screens' })
  await expect(rail.getByRole('link', { name: /Desk|Schedule|Find|You/ })).toHaveCount(4)
  await expect(rail.getByRole('link', { name: /Day sheet|Wire|Clippings|Set-up/ })).toHaveCount(0)
  await page.keyboard.press('2')
  await expect(page.getByRole('table', { name: /./ })).toBeVisible()
  await page.goto(`${demo.url}/wire?show=all`)
  await page.locator('[data-article]').first().click()
  await expect(page.locator('#article h2')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Your line' })).toHaveCount(0)
  await page.keyboard.press('c')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('Next article')
  await expect(
    page.getByRole('definition').filter({ hasText: /^(Clip|Pass|Line up|Undo the last change)$/ }),
  ).toHaveCount(0)
  await page.keyboard.press('Escape')
  await page.goto(`${demo.url}/set-up/accounts`)
  await expect(page.getByText('@millracebread').first()).toBeVisible()
  await expect(page.getByRole('button', { name: /Edit|Check it/ })).toHaveCount(0)
})
