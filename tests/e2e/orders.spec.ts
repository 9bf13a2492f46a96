// Standing orders on screen: one is written in its sentence, tried on what came, mended, switched on; what it
// made is looked over by keys, one thing taken back, the log read, and all of them stopped.
import type { DeskView } from '#shared/posts/types'
import { CHATTERBROOK, makeBrand, playHours, type World } from '../support/world'
import { until, type Person } from '../support/person'
import { expect, expectAccessible, signIn, test } from './support'

const DAY = 86_400_000
/** Nine in the morning a week ago: outlets bring out their articles in the days up to now. */
const BEGIN = Math.floor((Date.now() - 7 * DAY) / DAY) * DAY + 9 * 3_600_000

async function brandThatReads(world: World): Promise<{ nell: Person; path: string }> {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  for (const host of ['lowlamp.example', 'zenithminute.example', 'corrente.example']) {
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, { address: host })
    await nell.want('POST', `${path}/sources`, { feedUrl: url, label: host })
  }
  await nell.want('POST', `${path}/watches`, { name: 'Sky', query: 'sky OR moon OR star* OR comet OR night' })
  return { nell, path }
}
const desk = async (nell: Person, path: string): Promise<DeskView['rows']> =>
  (await nell.want<DeskView>('GET', `${path}/posts`)).rows

test('an order is written, tried, mended and switched on; what it made is looked over by keys', async ({
  page,
  worldAt,
}) => {
  const world = await worldAt(BEGIN)
  const { nell, path } = await brandThatReads(world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/orders`)
  await expect(page.getByText('No standing orders yet')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('link', { name: 'New order' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Sky, daily')

  await test.step('its sentence is put together', async () => {
    const summary = page.locator('[data-summary]')
    await expect(summary).toContainText(/would have made drafts of \d+ of \d+ articles/)
    const all = await summary.textContent()
    await page.getByRole('button', { name: 'What sets it off: any article' }).click()
    await page.getByRole('checkbox', { name: 'Sky' }).check()
    await expectAccessible(page)
    await page.keyboard.press('Escape')
    await expect(
      page.getByRole('button', { name: 'What sets it off: an article that Sky marks' }),
    ).toBeFocused()
    await expect(summary).not.toHaveText(all!)
    await page.getByRole('button', { name: /^For these accounts/ }).click()
    await page.getByRole('checkbox', { name: 'Chatterbrook' }).check()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: /^What it must be/ }).click()
    await page.getByLabel('At most so old, in hours').fill('x')
    await expect(page.getByText(/A whole number from 1/)).toBeVisible()
    await page.getByLabel('At most so old, in hours').fill('72')
    await page.keyboard.press('Escape')
    await expect(
      page.getByRole('button', { name: /is younger than 3 days and was not shared/ }),
    ).toBeVisible()
  })

  await test.step('its text is tried on what came, and a fault has its place', async () => {
    const text = page.getByRole('textbox', { name: 'Text' })
    await text.fill('{title} {outlet}')
    await expect(page.getByText(/At character 10: there is no field “outlet”/)).toBeVisible()
    await text.fill('{title:60}\nWhat did you see? {source}')
    await expect(page.locator('[data-tried]').first()).toContainText(/What did you see\? \S+\.example/)
    await expect(page.locator('[data-made]').first()).toContainText('What did you see?')
    await expect(page.locator('[data-made]').first()).toContainText(/Chatterbrook \w+ \d+, (10|15):00/)
    await expect(page.locator('[data-left]').first()).toBeVisible()
    await expectAccessible(page)
  })

  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByText('Saved: Sky, daily')).toBeVisible()
  await page.getByRole('button', { name: 'Switch on' }).click()
  await expect(page.getByText('Sky, daily is on, for what comes from now on.')).toBeVisible()

  await playHours(nell, 48)
  await until('what came was looked at', () => {
    const [left] = world.rows(
      'SELECT (SELECT count(*) FROM to_match) + (SELECT count(*) FROM order_todo) AS n',
    ) as { n: number }[]
    return Promise.resolve(left!.n === 0)
  })
  await world.rounds(2)
  const made = await desk(nell, path)
  expect(made.length).toBeGreaterThan(1)
  await page.goto(`${world.server.url}/day`)
  await expect(page.getByText(/\d made by orders/)).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('link', { name: 'Look them over' }).click()
  const posts = page.locator('[data-unseen]')
  await expect(posts).toHaveCount(made.length)
  await expect(posts.first()).toContainText('Sky, daily')
  await expectAccessible(page)
  await page.keyboard.press('j')
  await page.keyboard.press('k')
  await page.keyboard.press('y')
  await expect(posts).toHaveCount(made.length - 1)
  await page.keyboard.press('Delete')
  await expect(posts).toHaveCount(made.length - 2)
  expect(await desk(nell, path)).toHaveLength(made.length - 1)

  await test.step('the log says what was done and why not, and takes back', async () => {
    await page.getByRole('link', { name: 'Log' }).click()
    await expect(page.getByRole('heading', { name: 'Log of standing orders' })).toBeVisible()
    await page.getByRole('combobox', { name: 'Show' }).selectOption({ label: 'Left' })
    await expect(page.locator('[data-logged]').first()).toContainText(
      /Too old when it came|Over its own ceiling/,
    )
    await page.getByRole('combobox', { name: 'Show' }).selectOption('Done')
    await expect(page.locator('[data-logged]')).toHaveCount(made.length)
    await expectAccessible(page)
    await page
      .getByRole('button', { name: /^Take back:/ })
      .first()
      .click()
    await expect(page.getByText('Taken back: 1 thing')).toBeVisible()
    await expect(page.locator('[data-logged]')).toHaveCount(made.length - 1)
  })
  const left = await desk(nell, path)
  expect(left.length).toBeLessThan(made.length)
  if (left.length > 0) {
    await page.goto(`${world.server.url}/desk`)
    await expect(
      page.getByRole('img', { name: 'Made by the standing order “Sky, daily”' }).first(),
    ).toBeVisible()
  }
})

test('all orders are stopped, and only an owner lets posts out unseen', async ({ page, worldAt }) => {
  const world = await worldAt(BEGIN)
  const { nell, path } = await brandThatReads(world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/order/new`)
  await page.getByLabel('Name', { exact: true }).fill('By itself')
  await page.getByRole('button', { name: /^What is done/ }).click()
  await page.getByRole('radio', { name: 'Line a post up, approved' }).check()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: /^For these accounts/ }).click()
  await page.getByRole('checkbox', { name: 'Chatterbrook' }).check()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByRole('button', { name: 'Switch on' }).click()
  await expect(page.getByText('No owner says that orders may post on Chatterbrook unseen.')).toBeVisible()
  await page.getByRole('button', { name: 'Let orders post on Chatterbrook unseen' }).click()
  await expect(page.getByText(/Nell says yes, since/)).toBeVisible()
  await page.getByRole('button', { name: 'Switch on' }).click()
  await expect(page.getByText('By itself is on')).toBeVisible()
  await expectAccessible(page)

  await page.getByRole('link', { name: 'Standing orders' }).first().click()
  await page.getByRole('button', { name: 'Stop all orders' }).click()
  await expect(page.getByText(/All orders were stopped by Nell/)).toBeVisible()
  await expectAccessible(page)
  await playHours(nell, 30)
  await world.rounds(3)
  expect(await desk(nell, path)).toEqual([])
  await page.goto(`${world.server.url}/day`)
  await expect(page.getByText('All standing orders are stopped.')).toBeVisible()
  await page.getByRole('link', { name: 'To the orders' }).click()
  await page.getByRole('button', { name: 'Let them go on' }).click()
  await expect(page.getByText('Standing orders go on with what comes from now on.')).toBeVisible()
})
