import type { Page } from '@playwright/test'
import { CHATTERBROOK, COMMONFIRE, makeBrand, MANTEL, type World } from '../support/world'
import { expect, reachSites, signIn, test } from './support'

const line = (page: Page) => page.getByRole('textbox', { name: 'Your line' })
const ready = (page: Page) => expect(page.getByText(/of \d+ pictures/)).toBeVisible()
const posts = async (world: World, host: string): Promise<string[]> =>
  (await world.posted(host)).map(({ text }) => text)

test('a paragraph is selected, the button in the bookmarks bar pressed, and the words stand in the slot that was said', async ({
  page,
  context,
  world,
}) => {
  const nell = await world.nell()
  await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
  await reachSites(context, world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/capture`)
  const script = (await page.locator('a[href^="javascript:"]').getAttribute('href'))!
  expect(script.startsWith('javascript:')).toBe(true)

  const site = await context.newPage()
  await site.goto('http://bellhaven.example/lamps-off')
  await site.evaluate(() => getSelection()!.selectAllChildren(document.querySelector('#said')!))
  // Of a page with too much on it the button passes what fits, and never more than 32,000 signs.
  const crowded = await context.newPage()
  await crowded.goto('http://bellhaven.example/many')
  const passed = await crowded.evaluate((address) => {
    const text = document.createElement('p')
    text.textContent = 'Selected “words” & more, '.repeat(8_000)
    document.body.append(text)
    getSelection()!.selectAllChildren(text)
    let opened = ''
    window.open = (to) => {
      opened = String(to)
      return null
    }
    ;(0, eval)(decodeURIComponent(address.replace(/^javascript:void /, '')))
    return opened.split('#')[1]!
  }, script)
  expect(passed.length).toBeLessThanOrEqual(32_000)
  expect(JSON.parse(decodeURIComponent(passed))).toMatchObject({ title: 'Four hundred pictures' })
  await crowded.close()

  const opens = context.waitForEvent('page')
  // A bookmark can't be pressed here: the same address is followed as a link of the page.
  await site.evaluate((address) => {
    const link = document.createElement('a')
    link.href = address
    document.body.append(link)
    link.click()
  }, script)
  const capture = await opens
  await ready(capture)
  // What the site passed stands behind the `#`: no server was told, and a reload keeps it.
  expect(capture.url()).toMatch(/\/capture\?id=[0-9a-f-]{36}$/)
  await expect(line(capture)).toHaveValue(/^“‘We expected complaints\. .*looking up\.’ The mayor/)
  await expect(capture.getByLabel('Title')).toHaveValue('The village that switched its lamps off at eleven')
  await capture.getByRole('checkbox', { name: 'Commonfire' }).uncheck()
  await expect(capture.getByText('The link answers.')).toBeVisible()
  await capture.getByRole('button', { name: 'Line up' }).click()
  await expect(capture.getByRole('status').first()).toHaveText('Lined up: Chatterbrook Tue 2, 10:00')

  await capture.getByRole('button', { name: 'Undo' }).click()
  await expect(line(capture)).toHaveValue(/We expected complaints/)
  // What it was made from is still being kept as the window is closed: it waits for that.
  let come = (): void => undefined
  const coming = new Promise<void>((resolve) => (come = resolve))
  await capture.route(/\/clip$/, async (asked) => {
    await coming
    await asked.continue()
  })
  await capture.getByRole('button', { name: 'Line up' }).click()
  await expect(capture.getByText('This window closes in')).toBeVisible()
  const closes = capture.waitForEvent('close')
  await capture.getByRole('button', { name: 'Close' }).click()
  await expect(capture.getByRole('button', { name: 'Close' })).toBeDisabled()
  come()
  await closes

  await world.control('clock', {})
  await nell.want('POST', '/api/demo/clock', { hours: 2 })
  const [sent] = await posts(world, 'chatterbrook.example')
  expect(sent).toContain('We expected complaints. We got people standing in the square, looking up.')
  expect(sent).toContain('bellhaven.example/lamps-off')
  expect(await posts(world, 'commonfire.example')).toEqual([])
  // It is kept with what it was made from, and done with.
  await page.goto(`${world.server.url}/clippings?show=done`)
  await expect(page.locator('[data-clipping]')).toContainText(
    'The village that switched its lamps off at eleven',
  )
})

test('a find is clipped into a folder, shelved, written on; what was kept of the page before is told', async ({
  page,
  context,
  world,
}) => {
  await makeBrand(await world.nell(), [CHATTERBROOK])
  await reachSites(context, world)
  await signIn(page, world.server.url)
  const capture = async (address: string): Promise<void> => {
    await page.goto(`${world.server.url}/capture`)
    await page.getByLabel('Address, or words of your own').fill(address)
    await page.getByRole('button', { name: 'Use it' }).click()
    await expect(line(page)).toBeVisible()
  }
  await page.goto(`${world.server.url}/capture`)
  await page.getByRole('button', { name: 'Use it' }).click()
  await expect(page.getByText('Paste an address, or write a few words.')).toBeVisible()
  await capture('https://bellhaven.example/lamps-off')
  await ready(page)
  await page.getByRole('button', { name: /Folder, Tags/ }).click()
  await page.getByLabel('Folder', { exact: true }).fill('Dark skies')
  await page.getByLabel('Note').fill('For the spring talk')
  await page.getByRole('button', { name: 'Clip' }).click()
  await expect(page.getByText('into Dark skies.')).toBeVisible()

  await capture('https://bellhaven.example/lamps-off?utm_source=letter')
  await expect(page.getByText(/^Clipped .*, in Dark skies$/)).toBeVisible()
  await page.getByRole('radio', { name: 'No picture' }).click()
  await page.getByRole('textbox', { name: 'Title' }).fill('Another title')
  await line(page).fill('Measure your own street.')
  await page.getByRole('button', { name: 'Open on the Desk' }).click()
  await expect(page).toHaveURL(/\/desk\/[0-9a-f-]{36}$/)
  await expect(page.getByRole('textbox', { name: 'Main text' })).toHaveValue('Measure your own street.')
  await expect(page.getByText('Another title').first()).toBeVisible()

  await test.step('words of one’s own are kept as they stand', async () => {
    await page.goto(`${world.server.url}/clippings`)
    // Its keys are in force once its list is there.
    await expect(page.locator('[data-clipping]').first()).toBeVisible()
    const opens = page.context().waitForEvent('page')
    await page.keyboard.press('n')
    const add = await opens
    await add.getByLabel('Address, or words of your own').fill('A talk about lamps, in spring')
    await add.getByRole('button', { name: 'Use it' }).click()
    await expect(line(add)).toHaveValue('A talk about lamps, in spring')
    await add.getByRole('button', { name: 'Clip', exact: true }).click()
    await expect(add.getByText('Clipped “A talk about lamps, in spring”.')).toBeVisible()
    await expect(page.locator('[data-clipping]').first()).toContainText('A talk about lamps, in spring')
  })

  await test.step('what can’t be had is said, and kept by hand all the same', async () => {
    await capture('https://bellhaven.example/nowhere')
    await expect(page.getByText('there is nothing at this address')).toBeVisible()
    await page.getByRole('textbox', { name: 'Title' }).fill('Kept by hand')
    await page.getByRole('button', { name: 'Shelve' }).click()
    await expect(page.getByText('Shelved “Kept by hand”.')).toBeVisible()
    await page.goto(`${world.server.url}/clippings?show=shelved`)
    await expect(page.locator('[data-clipping]')).toContainText('Kept by hand')
  })

  await test.step('a page that lies runs nothing, and its broken picture is passed over', async () => {
    await capture('https://bellhaven.example/lies')
    await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue(/<script>/)
    expect(await page.evaluate(() => Reflect.get(window, 'hurt'))).toBeUndefined()
    await expect(page.getByRole('radio', { name: 'No picture' })).toBeChecked()
  })
})

test('a phone’s share sheet: an address in a text, and a picture for the account that needs one, on a new board', async ({
  page,
  context,
  world,
}) => {
  const nell = await world.nell()
  await makeBrand(nell, [MANTEL])
  await reachSites(context, world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/capture`)
  await expect
    .poll(() =>
      page.evaluate(async () => (await navigator.serviceWorker.getRegistration('/share'))?.active?.state),
    )
    .toBe('activated')
  const share = (fields: Record<string, string>, picture: string | null) =>
    page.evaluate(
      async ([given, base64]) => {
        const form = document.createElement('form')
        form.method = 'post'
        form.action = '/share'
        form.enctype = 'multipart/form-data'
        for (const [name, value] of Object.entries(given)) {
          const input = document.createElement('input')
          input.name = name
          input.value = value
          form.append(input)
        }
        if (base64) {
          const input = document.createElement('input')
          input.type = 'file'
          input.name = 'picture'
          const bytes = Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0))
          const files = new DataTransfer()
          files.items.add(new File([bytes], 'tower.png', { type: 'image/png' }))
          input.files = files.files
          form.append(input)
        }
        document.body.append(form)
        form.submit()
        await Promise.resolve()
      },
      [fields, picture] as const,
    )
  await share({ title: '', text: 'Look: https://bellhaven.example/film', url: '' }, null)
  await expect(page.getByText('Video, 7:01')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('Seven minutes of a dark street')

  await page.goto(`${world.server.url}/set-up/capture`)
  const tower = Buffer.from(
    await (await fetch(`${world.standins.url}/sites/bellhaven.example/pictures/tower.png`)).arrayBuffer(),
  )
  await share(
    { title: 'The tower', text: 'https://bellhaven.example/lamps-off', url: '' },
    tower.toString('base64'),
  )
  await expect(line(page)).toBeVisible()
  await page.getByRole('checkbox', { name: 'Mantel' }).check()
  await line(page).fill('The owls are back.')
  await page.getByRole('combobox', { name: 'Board, Mantel' }).selectOption('New board …')
  await page.getByRole('textbox', { name: 'Name of the new board, Mantel' }).fill('Owls')
  await expect(page.getByText('Mantel makes the board “Owls” as it goes out.')).toBeVisible()
  await page.getByRole('button', { name: 'Line up' }).click()
  await expect(page.getByText(/^Lined up: /)).toBeVisible()
  await nell.want('POST', '/api/demo/clock', { hours: 2 })
  const [sent] = await world.posted('mantel.example')
  expect(sent).toMatchObject({ board: 'Owls' })
})

test('no page elsewhere can frame the window, or capture by itself', async ({ page, context, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [])
  await signIn(page, world.server.url)
  const head = await page.request.get(`${world.server.url}/capture`)
  expect(head.headers()['content-security-policy']).toContain("frame-ancestors 'none'")
  expect(head.headers()['x-frame-options']).toMatch(/deny|sameorigin/i)
  await reachSites(context, world)
  const site = await context.newPage()
  await site.goto('http://bellhaven.example/lamps-off')
  // A window it opens shows what it passed, and keeps nothing until somebody presses.
  const opens = context.waitForEvent('page')
  await site.evaluate(
    (url) => void window.open(`${url}/capture#${encodeURIComponent(JSON.stringify({ url: location.href }))}`),
    world.server.url,
  )
  const capture = await opens
  await expect(line(capture).or(capture.getByText('Posts go out through accounts'))).toBeVisible()
  expect((await nell.want<{ clippings: unknown[] }>('GET', `${path}/clippings`)).clippings).toEqual([])
})
