// A month looked at, narrowed, a card dragged and undone, a day opened: by pointer and by keys.
import type { Page } from '@playwright/test'
import { CHATTERBROOK, COMMONFIRE, draftOf, lineUpSaved, makeBrand, saveNew } from '../support/world'
import { expect, expectAccessible, signIn, test, toSchedule } from './support'

const day = (page: Page, date: string) => page.locator(`[data-day="${date}"]`)
const cardOf = (page: Page, text: string) => page.locator('[data-card]', { hasText: text })

test('a month is looked at, narrowed, and a card dragged in it', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
  for (const text of ['First', 'Second', 'Third', 'Fourth']) {
    const doc = await draftOf(nell, path, text)
    doc.accounts[1]!.chosen = text === 'Fourth'
    await lineUpSaved(nell, path, await saveNew(nell, path, doc))
  }
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('button', { name: 'Month', exact: true }).click()
  await expect(page).toHaveURL(/face=month/)
  const grid = page.getByRole('grid', { name: 'March 2027' })
  await expect(grid.getByRole('gridcell')).toHaveCount(35)
  await expect(day(page, '2027-03-02').locator('[data-card]')).toHaveText([/First/, /Fourth/, /Second/])
  await expect(day(page, '2027-03-03').locator('[data-card]')).toHaveText([/Third/, /Fourth/])
  await expectAccessible(page)

  await test.step('a card is dragged to another day, and that is undone', async () => {
    await cardOf(page, 'Second').dragTo(day(page, '2027-03-10'))
    await expect(page.getByTestId('notice')).toContainText('Moved to')
    await expect(day(page, '2027-03-10').locator('[data-card]')).toHaveText([/Second/])
    await page.keyboard.press('u')
    await expect(day(page, '2027-03-02').locator('[data-card]')).toHaveCount(3)
    await expect(day(page, '2027-03-10').locator('[data-card]')).toHaveCount(0)
  })

  await test.step('no card goes to a day that is over, and it says why', async () => {
    await cardOf(page, 'Second').dragTo(day(page, '2027-03-01'))
    await expect(page.getByTestId('notice')).toContainText('That day is over.')
    await expect(day(page, '2027-03-01').locator('[data-card]')).toHaveCount(0)
  })

  await test.step('keys do the same', async () => {
    await cardOf(page, 'Third').focus()
    await page.keyboard.press('Alt+ArrowRight')
    await expect(day(page, '2027-03-04').locator('[data-card]')).toHaveText([/Third/])
    await expect(cardOf(page, 'Third')).toBeFocused()
  })

  await test.step('narrowed, it says so in its address, which the other face shares', async () => {
    await page.getByLabel('Account', { exact: true }).selectOption('Commonfire')
    await expect(grid.locator('[data-card]')).toHaveText([/Fourth/])
    await page.getByLabel('State').selectOption('sent')
    await expect(page.getByText('No post of this month is one of those you look for.')).toBeVisible()
    await expect(page).toHaveURL(/account=.*state=sent/)
    await page.reload()
    await expect(page.getByText('No post of this month is one of those you look for.')).toBeVisible()
    await page.getByRole('button', { name: '2 filters: show all' }).click()
    await expect(grid.locator('[data-card]')).toHaveCount(5)
  })

  await test.step('another month, one far ahead by the strip, and back', async () => {
    await page.getByRole('button', { name: 'The month after' }).click()
    await expect(page.getByRole('grid', { name: 'April 2027' })).toBeVisible()
    await page.getByRole('button', { name: /^September 2027: .* slots not planned yet$/ }).click()
    await expect(page.getByRole('grid', { name: 'September 2027' })).toContainText('4 slots')
    await page.getByRole('button', { name: 'This month' }).click()
    await expect(grid).toBeVisible()
  })

  await test.step('a post opens among its day’s', async () => {
    await cardOf(page, 'First').click()
    await expect(page.getByRole('dialog', { name: 'Chatterbrook' })).toContainText('First')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: 'Month', exact: true }).click()
    await page.getByRole('button', { name: /^Tue 9 Mar, 0 posts/ }).click()
    await expect(page.getByRole('columnheader').first()).toHaveText('Tue 9')
  })

  await test.step('the list has them all, sorted, several changed at once and undone, and saved as a file', async () => {
    await page.getByRole('button', { name: 'List', exact: true }).click()
    const table = page.getByRole('table', { name: 'All posts' })
    const rows = table.getByRole('row')
    await expect(rows).toHaveCount(6)
    await expect(rows.nth(1)).toContainText('Tue 2 Mar, 10:00')
    await page.getByRole('button', { name: 'When', exact: true }).click()
    await expect(rows.nth(1)).toContainText('Thu 4 Mar, 10:00')
    await expectAccessible(page)
    await page.getByRole('checkbox', { name: 'Choose “First”' }).check()
    await page.getByRole('checkbox', { name: 'Choose “Second”' }).check()
    const several = page.getByRole('group', { name: 'What is chosen' })
    await expect(several).toContainText('2 chosen')
    await several.getByRole('button', { name: 'Hold', exact: true }).click()
    await expect(page.getByText('2 posts are on hold.')).toBeVisible()
    await expect(table.getByText('on hold')).toHaveCount(2)
    await page.keyboard.press('u')
    await expect(table.getByText('on hold')).toHaveCount(0)
    await page.getByLabel('Words').fill('fourth')
    await page.keyboard.press('Enter')
    await expect(rows).toHaveCount(3)
    const file = page.waitForEvent('download')
    await page.getByRole('button', { name: 'Save as CSV' }).click()
    expect((await file).suggestedFilename()).toBe('posts.csv')
    await page.getByRole('button', { name: 'Fourth' }).first().click()
    await expect(page.getByRole('dialog')).toContainText('Fourth')
  })
})
