import type { BrandView } from '#shared/people/types'
import type { ClippingsView } from '#shared/clippings/types'
import type { WirePage } from '#shared/reading/types'
import { makeBrand } from '../support/world'
import { expect, signIn, test } from './support'

const FEEDS = 300

/** 300 feeds in 20 folders, some of them in two. */
function opml(): string {
  const outline = (at: number): string =>
    `<outline type="rss" text="Paper ${at}" xmlUrl="https://paper${at}.faulty.example/feed.xml"/>`
  const folders = Array.from({ length: 20 }, (_, folder) => {
    const own = Array.from({ length: FEEDS / 20 }, (_, at) => outline(folder * 15 + at))
    return `<outline text="Folder ${folder}">${own.join('')}${outline((folder * 15 + 20) % FEEDS)}</outline>`
  })
  return `<?xml version="1.0"?><opml version="2.0"><head><title>Sources</title></head><body>${folders.join('')}</body></opml>`
}

test('a morning: 300 sources read in, 50 articles skimmed by keys, everything where it belongs after a reload', async ({
  page,
  world,
}) => {
  test.setTimeout(180_000)
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await signIn(page, world.server.url)

  await test.step('300 sources are read in beside one’s work, with progress', async () => {
    await expect(page.getByText('No articles yet')).toBeVisible()
    await page.keyboard.press('9')
    await page
      .getByLabel('Add from a file (OPML)')
      .setInputFiles({ name: 'sources.opml', mimeType: 'text/xml', buffer: Buffer.from(opml()) })
    const bar = page.getByRole('progressbar', { name: 'Adding sources from the file' })
    await expect(bar).toHaveAttribute('aria-valuemax', String(FEEDS))
    // Looked at in the page itself, as often as it may be drawn; the bar goes away when all is read in.
    const seen = await page.evaluate(
      () =>
        new Promise<string[]>((resolve) => {
          const values = new Set<string>()
          const timer = setInterval(() => {
            const now = document.querySelector('[role=progressbar]')?.getAttribute('aria-valuenow')
            if (now) return void values.add(now)
            clearInterval(timer)
            resolve([...values])
          }, 15)
        }),
    )
    expect(seen.length).toBeGreaterThan(1)
    await expect(page.getByText(`${FEEDS} added`, { exact: true })).toBeVisible({ timeout: 60_000 })
    await expect(page.getByRole('button', { name: /^All 300$/ })).toBeVisible()
    await expect(page.locator('[data-source]')).toHaveCount(FEEDS)
  })

  const before = (await nell.want<BrandView>('GET', path)).unread
  expect(before).toBe(FEEDS * 3)
  const title = page.locator('#article h2')
  const all = page.getByRole('button', { name: /^All \d+$/ })
  const decisions: Record<number, string> = { 4: 'c', 5: 'p', 8: 'p', 9: 'p', 12: 'd', 15: 'c', 18: 'p', 19: 'p', 20: 'p', 24: 'p', 27: 'c', 31: 'p', 35: 'p', 36: 'p', 41: 'c', 46: 'p' } // prettier-ignore
  const read: string[] = []

  await test.step('50 articles are skimmed, by keys alone', async () => {
    await page.keyboard.press('2')
    await page.locator('[data-article]').first().waitFor()
    await page.keyboard.press('j')
    for (let at = 1; at <= 50; at++) {
      await expect(title).toBeVisible()
      const now = await title.innerText()
      read.push(now)
      const action = decisions[at] ?? 'j'
      await page.keyboard.press(action)
      // A decision takes the article off the list and puts the next one on the sheet.
      await expect(title).not.toHaveText(now)
      // Two decisions are thought better of: undone, the article is back on the sheet, and one goes on.
      if (at === 41 || at === 46) {
        await page.keyboard.press('u')
        await expect(page.getByTestId('notice')).toContainText('Undid')
        await expect(title).toHaveText(now)
        await page.keyboard.press('j')
        await expect(title).not.toHaveText(now)
      }
    }
  })
  expect(new Set(read).size).toBe(50)

  await test.step('after a reload every count is right everywhere', async () => {
    await page.waitForLoadState('networkidle')
    await page.reload()
    await page.locator('[data-article]').first().waitFor()
    const view = await nell.want<BrandView>('GET', path)
    // 50 were read and a fifty-first lies open.
    expect(view.unread).toBe(before - 51)
    await expect(all).toHaveText(`All ${view.unread}`)
    await expect(
      page.getByRole('navigation', { name: 'Screens' }).getByRole('link', { name: /Wire/ }),
    ).toContainText(String(view.unread))
    for (const [show, count] of [
      ['clipped', 3],
      ['passed', 10],
      ['shelved', 1],
    ] as const) {
      await page.getByLabel('Which articles').selectOption(show)
      await expect(page.locator('[data-article]')).toHaveCount(count)
    }
    const open = await nell.want<WirePage>('GET', `${path}/articles?show=open`)
    expect(open.unread).toBe(view.unread)
    const kept = await nell.want<ClippingsView>('GET', `${path}/clippings`)
    expect(kept.counts).toEqual({ waiting: 3, shelved: 1, done: 0 })
    await page.keyboard.press('3')
    await expect(page.locator('[data-clipping]')).toHaveCount(3)
    await expect(page.getByRole('button', { name: 'On the shelf 1' })).toBeVisible()
  })
})

test('passing over reads where one has chosen so; the text has a size; words are quoted and clipped', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  for (let at = 0; at < 12; at++)
    await nell.want('POST', `${path}/sources`, {
      feedUrl: `https://over${at}.faulty.example/feed.xml`,
      label: `Over ${at}`,
    })
  const { id: lamp } = await nell.want<{ id: string }>('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'Lamp',
  })
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/you`)
  await page.getByLabel(/What I pass over/).check()
  await page.keyboard.press('2')
  await page.locator('[data-article]').first().waitFor()
  const unread = async (): Promise<number> => (await nell.want<BrandView>('GET', path)).unread
  const before = await unread()
  await page.locator('[data-article]').first().hover()
  await page.mouse.wheel(0, 1500)
  await expect.poll(unread).toBeLessThan(before - 10)
  const passed = before - (await unread())
  // Nothing left the list by it, and going back up reads nothing more.
  await page.mouse.wheel(0, -1500)
  await page.waitForTimeout(1200)
  expect(before - (await unread())).toBe(passed)

  await page.goto(`${world.server.url}/wire?show=all&source=${lamp}`)
  await page.locator('[data-article]').first().click()
  const text = page.locator('#article .prose')
  await expect(text).toHaveCSS('font-size', '17px')
  await page.getByRole('button', { name: 'Larger text' }).click()
  await page.keyboard.press('+')
  await expect(text).toHaveCSS('font-size', '21px')
  await page.reload()
  await expect(text).toHaveCSS('font-size', '21px')

  const words = (await text.locator('p').first().innerText()).trim()
  const choose = async (): Promise<void> => {
    await text.locator('p').first().click({ clickCount: 3 })
    await expect(page.getByRole('toolbar', { name: 'With the selected words' })).toBeVisible()
  }
  await choose()
  await page.keyboard.press('q')
  await expect(page.getByRole('textbox', { name: 'Your line' })).toHaveValue(`“${words}”`)
  await choose()
  await page.getByRole('button', { name: 'Clip these words' }).click()
  await expect(page.getByTestId('notice')).toContainText('Words kept from')
  // They are marked where they stand, until that is undone, and again when the article is opened anew.
  const kept = page.locator('#article mark.passage')
  await expect(kept).toHaveText(words)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(kept).toHaveCount(0)
  await choose()
  await page.getByRole('button', { name: 'Clip these words' }).click()
  await expect(kept).toHaveText(words)
  await page.reload()
  await expect(kept).toHaveText(words)
  await page.goto(`${world.server.url}/clippings`)
  await expect(page.locator('[data-clipping] blockquote')).toHaveText(words)
})

test('a site sent by the button in the bookmarks bar is looked for at once, also when one must sign in first', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  await makeBrand(nell)
  await page.goto(`${world.server.url}/set-up/sources?add=${encodeURIComponent('https://lowlamp.example/')}`)
  await page.getByRole('button', { name: 'Sign in as Nell' }).click()
  await expect(page.getByText('Its newest')).toBeVisible()
  await page.getByText('More settings').click()
  await page.getByLabel('Leave out articles with these words').fill('billboard')
  await page.getByLabel('Region').fill('Iberia')
  await page.getByRole('button', { name: 'Add the source' }).click()
  await expect(page.locator('[data-source]')).toContainText('Leaves out: billboard')
  // The button itself carries this address and nothing else.
  await page.getByRole('button', { name: 'Button for the bookmarks bar' }).click()
  const href = await page.getByRole('link', { name: 'To my sources' }).getAttribute('href')
  expect(href).toBe(
    `javascript:void(window.open('${world.server.url}/set-up/sources?add='+encodeURIComponent(location.href)))`,
  )
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Add a mailing list' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Letters')
  await dialog.getByRole('button', { name: 'Make the address' }).click()
  const address = await dialog.getByLabel('Its secret mail address').inputValue()
  await dialog.getByRole('button', { name: 'Close' }).last().click()
  expect((await world.mail({ to: address, subject: 'A letter to us', text: 'Words.' })).taken).toBe(true)
  await page.keyboard.press('2')
  await expect(page.locator('[data-article]', { hasText: 'A letter to us' })).toBeVisible()

  await page.keyboard.press('9')
  await page.getByRole('checkbox', { name: 'Select all shown' }).check()
  await page.getByRole('button', { name: 'Put in a folder' }).click()
  await page.getByLabel('Name of the folder').fill('Morning')
  await page.getByRole('button', { name: 'Put them there' }).click()
  await page.getByRole('button', { name: 'Edit: Morning' }).click()
  await dialog.getByLabel('Hashtags').fill('#lamps dark-sky')
  await dialog.getByRole('button', { name: 'Make an address' }).click()
  const feed = await dialog.getByLabel('Its secret address').inputValue()
  expect((await fetch(feed)).headers.get('content-type')).toContain('rss')
  await dialog.getByRole('button', { name: 'Take it back' }).click()
  await expect(dialog.getByRole('button', { name: 'Make an address' })).toBeVisible()
  expect((await fetch(feed)).status).toBe(404)
  // What was typed meanwhile is still there to be saved.
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('#lamps #dark-sky')).toBeVisible()
})
