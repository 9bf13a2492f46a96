// How much a screen asks the server for. Read the lists when one of these fails: a request too many is most
// often a list that is fetched twice, or a change fetched anew by the window that made it.
import type { Page } from '@playwright/test'
import type { WirePage } from '#shared/reading/types'
import { CHATTERBROOK, COMMONFIRE, draftOf, lineUpSaved, makeBrand, saveNew } from '../support/world'
import { expect, mainText, saved, signIn, test, toSchedule } from './support'

const QUIET_MS = 900

/** The requests from when `work` begins until there were none for a while: method and path, ids left out. */
async function requestsOf(page: Page, work: () => Promise<unknown>): Promise<string[]> {
  const asked: string[] = []
  let lastAt = Date.now()
  const note = (request: { url: () => string; method: () => string }): void => {
    const { pathname } = new URL(request.url())
    if (!pathname.startsWith('/api/') || pathname === '/api/events' || pathname.includes('/pictures/')) return
    // The ribbon's shading is asked for once some seconds after the first screen, whichever then is open.
    if (pathname.endsWith('/answering-hours')) return
    lastAt = Date.now()
    asked.push(
      `${request.method()} ${pathname.replace(/^\/api\/brands\/[^/]+/, '').replaceAll(/[0-9a-f-]{36}/g, ':id')}`,
    )
  }
  page.on('request', note)
  await work()
  await expect.poll(() => Date.now() - lastAt, { intervals: [100] }).toBeGreaterThan(QUIET_MS)
  page.off('request', note)
  return asked
}

test('a screen asks for what it shows once, and a change for no more than it changed', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
  await nell.want('POST', `${path}/sources`, { feedUrl: 'https://lowlamp.example/feed.xml', label: 'Lamp' })
  const { articles } = await nell.want<WirePage>('GET', `${path}/articles?show=open`)
  for (const { id } of articles.slice(0, 2))
    await nell.want('PUT', `${path}/articles/${id}/state`, { state: 'clipped' })
  for (const text of ['One', 'Two', 'Three'])
    await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, text)))
  const draft = await draftOf(nell, path, 'A draft about an article')
  await saveNew(nell, path, { ...draft, articleId: articles[0]!.id })
  const counts: Record<string, string[]> = {}
  const count = async (name: string, work: () => Promise<unknown>): Promise<string[]> =>
    (counts[name] = await requestsOf(page, work))

  await count('first load', () => signIn(page, world.server.url))
  await count('clippings opened', async () => {
    await page.getByRole('link', { name: 'Clippings' }).click()
    await page.locator('[data-clipping]').first().waitFor()
  })
  await count('desk opened', () => page.getByRole('link', { name: 'Desk' }).click())
  await count('post opened', async () => {
    await page
      .getByRole('link', { name: /A draft about/ })
      .first()
      .click()
    await mainText(page).waitFor()
  })
  await count('letter typed', async () => {
    await mainText(page).press('End')
    await page.keyboard.type('x')
    await saved(page)
  })
  await count('schedule opened', () => toSchedule(page))
  await count('card dropped', async () => {
    const cards = page.locator('[data-card]')
    await cards.nth(0).dragTo(cards.nth(2))
    await expect(page.getByTestId('notice')).toContainText(/Moved/)
  })
  await count('undone', () => page.keyboard.press('u'))
  await count('wire', () => page.getByRole('link', { name: 'Wire' }).click())
  await count('article opened', () => page.keyboard.press('j'))
  await count('article decided', () => page.keyboard.press('d'))
  expect(
    Object.fromEntries(Object.entries(counts).map(([name, asked]) => [name, asked.length])),
  ).toMatchObject({
    'first load': 4,
    'clippings opened': 1,
    'desk opened': 1,
    'letter typed': 1,
    'schedule opened': 1,
    'card dropped': 2,
    undone: 2,
  })
  expect(counts['post opened']!.length, counts['post opened']!.join(', ')).toBeLessThanOrEqual(3)

  await test.step('another brand is fetched once', async () => {
    await makeBrand(nell, [CHATTERBROOK])
    await page.reload()
    for (const [at, screen] of ['Clippings', 'Desk', 'Schedule', 'Wire'].entries()) {
      await requestsOf(page, () => page.getByRole('link', { name: screen }).first().click())
      const asked = await requestsOf(page, async () => {
        await page.getByRole('button', { name: 'Brand, theme and account' }).click()
        await page
          .getByRole('menuitem')
          .nth(at % 2 === 0 ? 1 : 0)
          .click()
      })
      expect(asked, screen).not.toEqual([])
      expect(asked, screen).toEqual([...new Set(asked)])
    }
  })
})
