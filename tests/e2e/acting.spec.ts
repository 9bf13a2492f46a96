// What the demo's month teaches is acted on: other times, other words, and a report to the client.
import type { Page } from '@playwright/test'
import { extractText, getDocumentProxy } from 'unpdf'
import { expect, expectAccessible, mainText, saved, signIn, test, toSchedule } from './support'

const part = (page: Page, name: string) => page.getByRole('region', { name, exact: true })

async function toResults(page: Page, url: string): Promise<void> {
  await signIn(page, url)
  await page.getByRole('link', { name: 'Results' }).click()
  await expect(page.getByTestId('results')).toBeVisible()
}
const slots = (page: Page) => part(page, 'Weekdays').getByRole('definition').first()

test('suggested times are looked at, taken, and the plan follows; it can be undone', async ({
  page,
  demo,
}) => {
  await toResults(page, demo.url)
  // The ribbon is shaded by when they answer.
  const ribbon = page.getByRole('region', { name: 'The next seven days' })
  await expect(ribbon.locator('[style*="linear-gradient"]').first()).toBeVisible({ timeout: 30_000 })
  await page.getByRole('link', { name: 'Suggested times' }).click()
  await expect(part(page, 'Weekdays')).toContainText(
    /expected to get [\d.]+ there, against [\d.]+ now: \+\d+%, about [\d.]+ responses more .* Chance alone/,
  )
  const before = await slots(page).textContent()
  const suggested = await part(page, 'Weekdays').getByRole('definition').nth(1).locator('b').allTextContents()
  // The invented readers of this account answer in the morning and most in the evening.
  expect(suggested.some((time) => time >= '18:30' && time <= '21:30')).toBe(true)
  expect(suggested.every((time) => time <= '10:00' || time >= '18:00')).toBe(true)
  const moves = page.getByRole('complementary').filter({ hasText: 'What this moves' })
  await expect(moves).toContainText(/\d+ posts move/)

  // Fewer a day, further apart: it is worked out anew.
  await page.getByLabel('Posts a day').selectOption('2')
  await expect(part(page, 'Weekdays').getByRole('definition').nth(1).locator('b')).toHaveCount(2)
  await page.getByLabel('Posts a day').selectOption('')
  await expect(part(page, 'Weekdays').getByRole('definition').nth(1).locator('b')).toHaveCount(
    suggested.length,
  )

  await page.getByRole('button', { name: 'Take these times' }).click()
  await expect(page.getByTestId('notice').getByText('The timetable has these times now.')).toBeVisible()
  await expect(slots(page)).toHaveText(suggested.join(' · '))
  await toSchedule(page)
  await expect(page.locator('[data-state="lined-up"]', { hasText: /(?:19|20|21):/ }).first()).toBeVisible()
  await page.goBack()
  await page.keyboard.press('ControlOrMeta+z')
  await expect(slots(page)).toHaveText(before!)
})

test('a post that got little is reworded and lined up again', async ({ page, demo }) => {
  await toResults(page, demo.url)
  const before = (await page.getByText(/^\d+ lined up/).textContent())!
  const standing = part(page, 'What stands out')
  await expect(standing).toContainText(/\d+ posts above, \d+ below/)
  const weak = standing
    .getByRole('region', { name: 'Got little: reword, or let go' })
    .getByRole('listitem')
    .first()
  const text = (await weak.locator('.serif').textContent())!.slice(0, 30)
  await weak.getByRole('link', { name: 'Reword' }).click()
  await expect(page).toHaveURL(/\/desk\/new\?post=/)
  await expect(mainText(page)).toHaveValue(
    new RegExp(text.slice(0, 20).replace(/[.*+?^${}()|[\]\\]/g, '\\$&')),
  )
  await mainText(page).fill('Two numbers, one lamp: ask for yours before the council meets.')
  await saved(page)
  await expect(page).toHaveURL(/\/desk\/[0-9a-f-]{36}/)
  await page
    .getByRole('button', { name: /^Line up/ })
    .first()
    .click()
  const notice = page.getByTestId('notice').filter({ hasText: 'Lined up:' })
  await expect(notice).toContainText(/Chatterbrook|Commonfire|Guildhall/)
  await expect(page.getByText(/^\d+ lined up/)).not.toHaveText(before)
  await notice.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/^\d+ lined up/)).toHaveText(before)
})

test('a report is made, opened by somebody who is not signed in, printed, and its address ended', async ({
  page,
  browser,
  demo,
}) => {
  await toResults(page, demo.url)
  await page.getByRole('link', { name: 'Reports', exact: true }).click()
  await expect(page.getByText('No report has been made yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Last 28 days' }).click()
  await page.getByLabel('Title').fill('What the dark brought')
  await page.getByLabel('Your own words').fill('Dear council,\n\nit was a good month.')
  await page.getByLabel('Where it came from').uncheck()
  await page.getByRole('button', { name: 'Make a report' }).click()
  await expect(page.getByTestId('notice').getByText('The report is made.')).toBeVisible()
  const address = await page.getByRole('link', { name: 'Open', exact: true }).getAttribute('href')

  const client = await browser.newContext()
  const read = await client.newPage()
  await read.goto(`${demo.url}${address}`)
  await expect(read.getByRole('heading', { level: 1 })).toHaveText('What the dark brought')
  await expect(read.getByText('it was a good month.')).toBeVisible()
  await expect(read.getByRole('heading', { name: 'What was answered most' })).toBeVisible()
  await expect(read.getByRole('heading', { name: 'Where it came from' })).toHaveCount(0)
  expect(
    await read
      .locator('.posts img')
      .evaluateAll((all) => all.every((one) => (one as HTMLImageElement).naturalWidth > 0)),
  ).toBe(true)
  await expectAccessible(read)
  await read.setViewportSize({ width: 390, height: 844 })
  expect(await read.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)

  const pdf = await (await read.request.get(`${demo.url}${address}.pdf`)).body()
  const { totalPages, text } = await extractText(await getDocumentProxy(new Uint8Array(pdf)), {
    mergePages: true,
  })
  expect(totalPages).toBeGreaterThan(0)
  expect(text.replace(/\s+/g, ' ')).toContain('What the dark brought')
  expect(text.replace(/\s+/g, ' ')).toContain('it was a good month.')

  await page.getByRole('button', { name: 'End its address' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'End it' }).click()
  await expect(page.getByTestId('notice').getByText('Nobody can open the report any more.')).toBeVisible()
  expect((await read.goto(`${demo.url}${address}`))!.status()).toBe(404)
  await client.close()
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Remove it' }).click()
  await expect(page.getByText('No report has been made yet.')).toBeVisible()
})
