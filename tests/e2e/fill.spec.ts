// Open slots filled in one step and taken back; what goes out given away as a calendar, and put on paper.
import ICAL from 'ical.js'
import { CHATTERBROOK, draftOf, lineUpSaved, makeBrand, saveNew } from '../support/world'
import { expect, expectAccessible, signIn, test, toSchedule } from './support'

test('open slots are filled from a proposal that one changes, and that is undone', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  for (const text of ['First', 'Second', 'Third']) {
    const post = await saveNew(nell, path, await draftOf(nell, path, text))
    await nell.want('POST', `${path}/posts/${post.id}/approve`, { version: post.version, note: '' })
  }
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('link', { name: 'Fill open slots' }).click()
  const slots = page.locator('[data-fill-slot]')
  await expect(slots.nth(0)).toContainText('First')
  await expect(slots.nth(2)).toContainText('Third')
  await expect(slots.nth(3)).toContainText('Nothing that may go here is waiting in line.')
  await expect(page.getByText('Everything there is has a place.')).toBeVisible()
  await expectAccessible(page)

  // Left open, the next one takes the slot behind it; another is put where one likes.
  await slots.nth(0).getByRole('checkbox').uncheck()
  await expect(slots.nth(0)).toContainText('Left open.')
  await expect(slots.nth(1)).toContainText('First')
  await slots.nth(0).getByRole('checkbox').check()
  await expect(slots.nth(0)).toContainText('First')
  await slots.nth(1).getByRole('checkbox').uncheck()
  await expect(slots.nth(1)).toContainText('Left open.')
  await expect(slots.nth(2)).toContainText('Second')
  await slots.nth(3).getByRole('checkbox').uncheck()
  await slots.nth(1).getByRole('combobox').selectOption({ label: 'approved post: Third' })
  await expect(slots.nth(1)).toContainText('Third')
  await page.getByRole('button', { name: 'Line up 3 posts' }).click()
  await expect(page).toHaveURL(/\/schedule/)
  await expect(page.getByTestId('notice')).toContainText('3 posts lined up.')
  await expect(page.locator('[data-card]')).toHaveCount(3)
  await page.keyboard.press('u')
  await expect(page.locator('[data-card]')).toHaveCount(0)
})

test('what goes out is given away as a calendar, and put on paper', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  const post = await saveNew(nell, path, await draftOf(nell, path, 'A line for the calendar'))
  await lineUpSaved(nell, path, post)
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('button', { name: 'Calendar', exact: true }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByRole('button', { name: 'Make an address' }).click()
  const address = dialog.getByLabel('Secret address')
  await expect(address).toHaveValue(/\/calendars\/.*\.ics$/)
  await expectAccessible(page)
  // Whoever has the address, with no part in the brand.
  const text = await (await fetch(await address.inputValue())).text()
  const [event] = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent')
  expect(new ICAL.Event(event!).summary).toBe('Chatterbrook: A line for the calendar')

  await dialog.getByRole('link', { name: 'Open the printable month' }).click()
  await expect(page.getByRole('heading', { name: 'March 2027' })).toBeVisible()
  await expect(page.getByRole('cell', { name: /A line for the calendar/ })).toContainText(
    '10:00 Chatterbrook',
  )
  await expectAccessible(page)
  // One sheet, across.
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1')
  expect(pdf.match(/\/Type\s*\/Page\b/g)).toHaveLength(1)
  const [, width, height] = /\/MediaBox\s*\[0 0 ([\d.]+) ([\d.]+)\]/.exec(pdf)!
  expect(Number(width)).toBeGreaterThan(Number(height))
})
