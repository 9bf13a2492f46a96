// Dragging by a finger as by a mouse: what is let go where, and what is given up.
import type { Page } from '@playwright/test'
import type { WirePage } from '#shared/reading/types'
import type { ScheduleView } from '#shared/schedule/types'
import { CHATTERBROOK, draftOf, lineUpSaved, makeBrand, saveNew } from '../support/world'
import { expect, signIn, test, toSchedule } from './support'

const card = (page: Page, text: string) => page.locator('[data-card]', { hasText: text }).first()
const midOf = async (
  page: Page,
  selector: ReturnType<Page['locator']>,
): Promise<{ x: number; y: number }> => {
  const box = (await selector.boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

/** A finger on the screen, through the browser's own input. */
async function finger(page: Page) {
  const session = await page.context().newCDPSession(page)
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: { x: number; y: number }[]) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: points })
  return {
    down: (at: { x: number; y: number }) => send('touchStart', [at]),
    async to(from: { x: number; y: number }, at: { x: number; y: number }) {
      for (let step = 1; step <= 8; step++)
        await send('touchMove', [
          { x: from.x + ((at.x - from.x) * step) / 8, y: from.y + ((at.y - from.y) * step) / 8 },
        ])
    },
    up: () => send('touchEnd', []),
  }
}

test.describe('by finger', () => {
  test.use({ hasTouch: true })
  test('a card that is held goes where it is let go; one that is only swiped stays', async ({
    page,
    world,
  }) => {
    const nell = await world.nell()
    const { path } = await makeBrand(nell, [CHATTERBROOK])
    for (const text of ['One', 'Two', 'Three'])
      await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, text)))
    await signIn(page, world.server.url)
    await toSchedule(page)
    await expect(page.locator('[data-card]')).toHaveCount(3)
    const label = page.locator('[aria-hidden=true]', { hasText: /^One$/ })
    const [from, to] = [
      await midOf(page, card(page, 'One')),
      await midOf(page, page.locator('[data-slot="2027-03-05T15:00:00.000Z"]')),
    ]
    const touch = await finger(page)

    // Down, not aside: that is the browser's own way back.
    await touch.down(from)
    await touch.to(from, { x: from.x, y: from.y + 90 })
    await touch.up()
    await expect(label).toHaveCount(0)
    await expect(page.getByTestId('notice')).toHaveCount(0)

    await touch.down(from)
    await expect(label).toBeVisible()
    await touch.to(from, to)
    await expect(card(page, 'One')).toContainText('→ Fri 5, 15:00')
    await touch.up()
    await expect(page.getByTestId('notice')).toContainText('Moved to Fri 5, 15:00')
    await expect(label).toHaveCount(0)
    await test.step('held and let go where it was, it moves nothing and opens nothing', async () => {
      const place = await midOf(page, card(page, 'Two'))
      await touch.down(place)
      await expect(page.locator('[aria-hidden=true]', { hasText: /^Two$/ })).toBeVisible()
      await touch.up()
      await expect(page.getByRole('dialog')).toHaveCount(0)
      await touch.down(place)
      await touch.up()
      await expect(page.getByRole('dialog')).toHaveCount(1)
    })
  })
})

test('Escape gives a drag up; a card and a clipping are let go on a day above', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, 'One')))
  await nell.want('POST', `${path}/sources`, { feedUrl: 'https://lowlamp.example/feed.xml', label: 'Lamp' })
  const { articles } = await nell.want<WirePage>('GET', `${path}/articles?show=open`)
  await nell.want('PUT', `${path}/articles/${articles[0]!.id}/state`, { state: 'clipped' })
  await signIn(page, world.server.url)
  await toSchedule(page)
  const day = page.getByRole('region', { name: 'The next seven days' }).getByRole('button', { name: /^Fri/ })

  await test.step('given up, nothing moves and nothing opens', async () => {
    const [from, to] = [await midOf(page, card(page, 'One')), await midOf(page, day)]
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await page.mouse.move(to.x, to.y, { steps: 6 })
    await expect(day).toHaveClass(/bg-well/)
    await page.keyboard.press('Escape')
    await expect(day).not.toHaveClass(/bg-well/)
    await page.mouse.up()
    await expect(page.getByTestId('notice')).toHaveCount(0)
    await expect(page.getByRole('table', { name: 'Accounts by days' })).toBeVisible()
  })

  await test.step('what somebody else takes away while it is dragged is let go', async () => {
    await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, 'Gone')))
    const label = page.locator('[aria-hidden=true]', { hasText: /^Gone$/ })
    const [from, to] = [await midOf(page, card(page, 'Gone')), await midOf(page, day)]
    await page.mouse.move(from.x, from.y)
    await page.mouse.down()
    await page.mouse.move(to.x, to.y, { steps: 6 })
    await expect(label).toBeVisible()
    const { cards } = await nell.want<ScheduleView>('GET', `${path}/schedule`)
    const { queueItemId } = cards.find(({ text }) => text.startsWith('Gone'))!
    await nell.want('DELETE', `${path}/lines/${queueItemId}`)
    await expect(card(page, 'Gone')).toHaveCount(0)
    await expect(label).toHaveCount(0)
    await page.mouse.up()
    await expect(day).not.toHaveClass(/bg-well/)
  })

  await test.step('a card takes the slot of the day nearest to where it is let go', async () => {
    await card(page, 'One').dragTo(day)
    await expect(page.getByTestId('notice')).toContainText(/Moved to Fri 5/)
  })

  await test.step('a clipping becomes a post for it', async () => {
    await page.getByRole('link', { name: 'Clippings' }).click()
    await page.locator('[data-clipping]').dragTo(day)
    await expect(page).toHaveURL(/\/desk\//)
    await expect(page.getByRole('textbox', { name: 'Main text' })).toBeVisible()
  })
})
