// The browser extension, loaded unpacked. A key, a native menu and the prompt for a host's permission can't be
// pressed here: the browser's own events are sent to the extension's script, whose build differs by the hosts
// it may read from the start alone (tests/reference/extension.test.ts looks at the packed one).
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromium, type BrowserContext, type Page, type Worker } from '@playwright/test'
import type { ClippingsView } from '#shared/clippings/types'
import { CHATTERBROOK, COMMONFIRE, makeBrand, MANTEL, type World } from '../support/world'
import { expect, reachSites, signIn, test as base } from './support'

const HOSTS = ['http://127.0.0.1/*', 'http://*.example/*']

const test = base.extend<object, { built: string }>({
  built: [
    // eslint-disable-next-line no-empty-pattern -- Playwright reads the fixtures' names from this pattern
    async ({}, use) => {
      const folder = mkdtempSync(join(tmpdir(), 'quill-extension-'))
      execFileSync(process.execPath, ['scripts/extension.mjs', folder, ...HOSTS])
      await use(join(folder, 'chromium'))
      rmSync(folder, { recursive: true, force: true })
    },
    { scope: 'worker' },
  ],
  context: async ({ built, launchOptions, viewport }, use) => {
    const profile = mkdtempSync(join(tmpdir(), 'quill-profile-'))
    const context = await chromium.launchPersistentContext(profile, {
      ...launchOptions,
      viewport,
      locale: 'en-GB',
      args: [
        ...(launchOptions.args ?? []),
        `--disable-extensions-except=${built}`,
        `--load-extension=${built}`,
      ],
    })
    await use(context)
    await context.close()
    rmSync(profile, { recursive: true, force: true })
  },
})

const line = (page: Page) => page.getByRole('textbox', { name: 'Your line' })
const workerOf = async (context: BrowserContext): Promise<Worker> =>
  context.serviceWorkers()[0] ?? (await context.waitForEvent('serviceworker'))

/** Pairs the browser as one would: a code made in Set-up, entered on the extension's page. */
async function pair(page: Page, world: World): Promise<Page> {
  const context = page.context()
  await page.goto(`${world.server.url}/set-up/capture`)
  await page.getByRole('button', { name: 'Make a code' }).click()
  const code = await page.getByLabel('Code').inputValue()
  const { host } = new URL((await workerOf(context)).url())
  const options = await context.newPage()
  await options.goto(`chrome-extension://${host}/options.html`)
  await options.getByLabel('Address').fill(world.server.url)
  await options.getByLabel('Code').fill(code)
  await options.getByRole('button', { name: 'Pair' }).click()
  await expect(options.getByText('This browser is paired')).toBeVisible()
  await expect(page.getByText('Chromium on Linux', { exact: true })).toBeVisible()
  return options
}

/** A key of the browser's, as it tells the extension of it. */
const pressKey = async (site: Page): Promise<void> =>
  (await workerOf(site.context())).evaluate(async (url) => {
    const [tab] = await chrome.tabs.query({ url: `${url.split(/[?#]/)[0]}*` })
    ;(chrome.commands.onCommand as unknown as { dispatch: (...told: unknown[]) => void }).dispatch(
      'capture',
      tab,
    )
  }, site.url())

/** An entry of a native menu, as the browser tells the extension of it. */
const pressEntry = async (site: Page, info: { menuItemId: string; [more: string]: unknown }): Promise<void> =>
  (await workerOf(site.context())).evaluate(
    async ([url, told]) => {
      const [tab] = await chrome.tabs.query({ url: `${url}*` })
      const clicked = chrome.contextMenus.onClicked as unknown as { dispatch: (...told: unknown[]) => void }
      clicked.dispatch({ editable: false, frameId: 0, ...told }, tab)
    },
    [site.url(), info] as const,
  )
const badge = async (context: BrowserContext): Promise<string> =>
  (await workerOf(context)).evaluate(() => chrome.action.getBadgeText({}))

test('pairing; a paragraph by key to one account, a picture by menu onto a new board', async ({
  page,
  context,
  world,
}) => {
  const nell = await world.nell()
  await makeBrand(nell, [CHATTERBROOK, COMMONFIRE, MANTEL])
  await reachSites(context, world)
  await signIn(page, world.server.url)
  const options = await pair(page, world)
  await options.close()
  const site = await context.newPage()
  await site.goto('http://bellhaven.example/lamps-off')

  await test.step('the selected words stand in the slot that was said', async () => {
    await site.evaluate(() => getSelection()!.selectAllChildren(document.querySelector('#said')!))
    const opens = context.waitForEvent('page')
    await pressKey(site)
    const capture = await opens
    await expect(line(capture)).toHaveValue(/^“‘We expected complaints\. .*looking up\.’ The mayor/)
    await expect(capture.getByText(/of \d+ pictures/)).toBeVisible()
    await capture.getByRole('checkbox', { name: 'Commonfire' }).uncheck()
    await expect(capture.getByText('The link answers.')).toBeVisible()
    await capture.getByRole('button', { name: 'Line up' }).click()
    await expect(capture.getByRole('status').first()).toHaveText('Lined up: Chatterbrook Tue 2, 10:00')
    await capture.close()
    // The page in front names a feed: the button says so.
    const onTab = (await workerOf(context)).evaluate(async () => {
      const [tab] = await chrome.tabs.query({ url: 'http://bellhaven.example/*' })
      return chrome.action.getBadgeText({ tabId: tab!.id! })
    })
    expect(await onTab).toBe('1')
  })

  await test.step('a picture that was pressed on goes onto a board made on the spot', async () => {
    const opens = context.waitForEvent('page')
    await pressEntry(site, {
      menuItemId: 'picture',
      mediaType: 'image',
      srcUrl: 'http://bellhaven.example/pictures/tower.png',
    })
    const capture = await opens
    await expect(
      capture.getByRole('radio', { name: 'Use the picture: The church tower against the stars' }),
    ).toBeChecked()
    for (const name of ['Chatterbrook', 'Commonfire']) await capture.getByRole('checkbox', { name }).uncheck()
    await capture.getByRole('checkbox', { name: 'Mantel' }).check()
    await line(capture).fill('The owls are back.')
    await capture.getByRole('combobox', { name: 'Board, Mantel' }).selectOption('New board …')
    await capture.getByRole('textbox', { name: 'Name of the new board, Mantel' }).fill('Towers')
    await capture.getByRole('button', { name: 'Line up' }).click()
    await expect(capture.getByText(/^Lined up: Mantel/)).toBeVisible()
    await capture.close()
  })

  await nell.want('POST', '/api/demo/clock', { hours: 2 })
  const [sent] = await world.posted('chatterbrook.example')
  expect(sent!.text).toContain('We expected complaints. We got people standing in the square, looking up.')
  expect(sent!.text).toContain('bellhaven.example/lamps-off')
  expect(await world.posted('commonfire.example')).toEqual([])
  expect((await world.posted('mantel.example'))[0]).toMatchObject({ board: 'Towers' })

  await test.step('the site becomes a source', async () => {
    const opens = context.waitForEvent('page')
    await pressEntry(site, { menuItemId: 'source' })
    const sources = await opens
    await expect(sources.getByText('Low Lamp').first()).toBeVisible()
    expect(sources.url()).toContain('/set-up/sources')
  })
})

test('what can’t be delivered waits and is delivered once; what can’t be captured is said', async ({
  page,
  context,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  const titles = async (): Promise<string[]> =>
    (await nell.want<ClippingsView>('GET', `${path}/clippings`)).clippings.map(({ title }) => title)
  await reachSites(context, world)
  await signIn(page, world.server.url)
  const options = await pair(page, world)
  const site = await context.newPage()
  await context.addCookies([{ name: 'member', value: 'yes', domain: 'bellhaven.example', path: '/' }])

  await test.step('the server is away: two wait, and stand in Clippings once it is back', async () => {
    await page.goto('about:blank')
    await world.kill()
    await site.goto('http://bellhaven.example/members')
    await pressKey(site)
    await expect.poll(() => badge(context)).toBe('1')
    await site.goto('http://bellhaven.example/film')
    await pressKey(site)
    await expect.poll(() => badge(context)).toBe('2')
    await options.reload()
    await expect(options.getByText('The almanac of the lamp keepers')).toBeVisible()
    await world.restart()
    await expect.poll(() => badge(context), { timeout: 40_000 }).toBe('')
    // The page for members was kept as its reader saw it; each stands there once, the later one first.
    expect(await titles()).toEqual(['Seven minutes of a dark street', 'The almanac of the lamp keepers'])
    await expect(options.getByText('What waits here')).toBeHidden()
    expect(world.rows('SELECT id FROM posts')).toEqual([])
  })

  await test.step('a page of the browser’s own can’t be captured, and that is said', async () => {
    const opens = context.waitForEvent('page')
    await pressKey(options)
    const capture = await opens
    await expect(capture.getByText('Pages of the browser itself')).toBeVisible()
    await capture.close()
  })

  await test.step('the pairing was ended: it waits until the browser is paired again', async () => {
    await page.goto(`${world.server.url}/set-up/capture`)
    await page.getByRole('button', { name: 'End', exact: true }).click()
    await expect(page.getByText('can’t capture any more')).toBeVisible()
    await site.goto('http://bellhaven.example/lamps-off')
    await pressKey(site)
    await expect.poll(() => badge(context)).toBe('!')
    await pair(page, world)
    await expect.poll(titles).toContain('The village that switched its lamps off at eleven')
    await expect.poll(() => badge(context)).toBe('')
  })

  await test.step('somebody who is not signed in signs in first, and finds the capture then', async () => {
    await context.clearCookies({ name: 'quill' })
    const opens = context.waitForEvent('page')
    await pressKey(site)
    const capture = await opens
    await capture.getByRole('button', { name: /Nell/ }).click()
    await expect(capture.getByRole('textbox', { name: 'Title' })).toHaveValue(/lamps off at eleven/)
  })
})
