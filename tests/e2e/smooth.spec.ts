// How it feels while one types and drags: nothing else runs beside these.
import { fourAccounts } from '../support/world'
import { expect, mainText, saved, signIn, test, toSchedule } from './support'

test('typing with four proofs stays within a frame a key', async ({ page, world }) => {
  await fourAccounts(world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/desk/new`)
  await mainText(page).fill(
    'The dome opens at half past five, and the comet stands low in the east. '.repeat(41).slice(0, 2990),
  )
  await saved(page)
  await page.evaluate(() => {
    const seen: number[] = []
    Object.assign(window, { seen })
    new PerformanceObserver((list) =>
      seen.push(...list.getEntries().map(({ duration }) => duration)),
    ).observe({ type: 'longtask' })
  })
  await mainText(page).press('End')
  await mainText(page).pressSequentially('twenty keys of it', { delay: 60 })
  const long = await page.evaluate(() => (window as unknown as { seen: number[] }).seen)
  // A long task is one of 50 ms or more: none may come of typing.
  expect(long).toEqual([])
})

test('the sheet stays smooth while a card is dragged over it', async ({ page, demo }) => {
  await signIn(page, demo.url)
  await toSchedule(page)
  await expect(page.locator('[data-state=lined-up]').nth(8)).toBeVisible()
  const cards = page.locator('[data-state=lined-up]')
  const from = (await cards.nth(0).boundingBox())!
  await page.evaluate(() => {
    const tasks: number[] = []
    new PerformanceObserver((list) =>
      list.getEntries().forEach(({ duration }) => tasks.push(duration)),
    ).observe({ type: 'longtask' })
    Object.assign(window, { tasks })
  })
  await page.mouse.move(from.x + 20, from.y + 10)
  await page.mouse.down()
  for (let at = 1; at < 9; at++) {
    const to = await cards.nth(at).boundingBox()
    if (to && to.y < 700) await page.mouse.move(to.x + 20, to.y + 10, { steps: 10 })
  }
  await expect(cards.first()).toContainText('→')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  const tasks = await page.evaluate(() => (window as unknown as { tasks: number[] }).tasks)
  console.info(
    `dragging over the sheet: ${tasks.length} tasks over 50 ms, the longest ${Math.round(Math.max(0, ...tasks))} ms`,
  )
  expect(tasks.filter((task) => task > 100)).toEqual([])
})
