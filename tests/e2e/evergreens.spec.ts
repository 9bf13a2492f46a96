// Posts that come round: an own feed into a pool, their turns played, one written, rested and brought back.
import type { BrandView } from '#shared/people/types'
import { CHATTERBROOK, makeBrand, playHours } from '../support/world'
import { expect, expectAccessible, mainText, signIn, test } from './support'

test('an own feed flows into a pool, and its posts come round in their wordings', async ({ page, world }) => {
  test.setTimeout(120_000)
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  const { pillars, accounts } = await nell.want<BrandView>('GET', path)
  const [pillar] = pillars
  const { id, except, mix, perDay, minGapMinutes, repeatAfterDays, version } = accounts[0]!
  // Two slots a week are kept for it.
  const slots = [1, 4].map((weekday) => ({ weekday, time: '10:00', use: 'pillar', pillarId: pillar!.id }))
  await nell.want('PUT', `${path}/accounts/${id}/timetable`, {
    ...{ slots, except, mix, perDay, minGapMinutes, repeatAfterDays, version },
  })
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'Our own journal',
    folder: null,
    own: true,
  })
  await signIn(page, world.server.url)

  await page.getByRole('link', { name: 'Evergreens' }).click()
  await expect(page.getByText('No evergreens yet')).toBeVisible()
  await page.getByRole('button', { name: /^From our own feed/ }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Show older ones too').check()
  const offered = dialog.locator('ol > li')
  await expect(offered.nth(2)).toBeVisible()
  for (const at of [0, 1, 2]) {
    const one = offered.nth(at)
    await one.getByLabel('Pillar').selectOption(pillar!.id)
    await one
      .getByRole('textbox')
      .first()
      .fill(`Line ${at + 1}`)
    await one.getByRole('button', { name: 'Another wording' }).click()
    await one
      .getByRole('textbox')
      .nth(1)
      .fill(`Line ${at + 1} in other words`)
  }
  await dialog.getByLabel('Days it rests between two showings').fill('5')
  await expectAccessible(page)
  await dialog.getByRole('button', { name: 'Let 3 ones come round' }).click()
  await expect(page.getByText('3 posts come round from now on.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByText('3 posts at 2 a week on Chatterbrook: once round in 11 days.')).toBeVisible()
  await expectAccessible(page)

  // Three weeks.
  await playHours(nell, 14 * 24)
  await playHours(nell, 7 * 24)
  const said = (await world.posted('chatterbrook.example')).map(({ text }) => text.split(/\s*\n|\s+http/)[0])
  expect(said.toReversed()).toEqual([
    'Line 1',
    'Line 2',
    'Line 3',
    'Line 1 in other words',
    'Line 2 in other words',
    'Line 3 in other words',
  ])
  await expect(page.getByRole('cell', { name: '2 times' })).toHaveCount(3)

  await test.step('one rests, with undo, and another is written on the Desk', async () => {
    const panel = page.getByRole('region', { name: 'Evergreen', exact: true })
    await panel.getByRole('button', { name: 'Let it rest' }).click()
    await expect(page.getByText('It rests.')).toBeVisible()
    await expect(
      page
        .getByRole('button', { name: /^Resting/ })
        .or(page.getByRole('radio', { name: /^Resting/ }))
        .first(),
    ).toBeVisible()
    await page.keyboard.press('u')
    await expect(page.getByRole('row')).toHaveCount(4)

    // Several at once, undone as one.
    const picks = page.getByRole('checkbox', { name: /^Choose/ })
    await picks.nth(0).check()
    await picks.nth(2).check()
    await page.getByRole('button', { name: 'Let them rest' }).click()
    await expect(page.getByText('2 posts rest.')).toBeVisible()
    await expect(page.getByRole('row')).toHaveCount(2)
    await page.keyboard.press('u')
    await expect(page.getByRole('row')).toHaveCount(4)

    await page.getByRole('link', { name: 'Write one' }).first().click()
    await mainText(page).fill('Written to stay')
    await page.getByRole('button', { name: 'Let it come round …' }).click()
    const form = page.getByRole('dialog')
    await expect(form.getByText('It has no pillar yet.')).toBeVisible()
    await form.getByLabel('Until when').selectOption('times')
    await form.getByLabel('Times more').fill('0')
    await form.getByRole('button', { name: 'Let it come round' }).click()
    await expect(form.getByText('A whole number from 1 to 1,000.')).toBeVisible()
    await form.getByLabel('Times more').fill('2')
    await form.getByRole('button', { name: 'Let it come round' }).click()
    await expect(page).toHaveURL(/\/evergreens\?/)
    await expect(page.getByRole('region', { name: 'Evergreen', exact: true })).toContainText('2 times more')

    // Asked for again from the Desk, it shows how it comes round, and keeps that.
    await panel.getByRole('button', { name: 'Another wording' }).click()
    await mainText(page).waitFor()
    await page.getByRole('button', { name: 'Let it come round …' }).click()
    await expect(form.getByLabel('Until when')).toHaveValue('times')
    await expect(form.getByLabel('Times more')).toHaveValue('2')
    await form.getByRole('button', { name: 'Save' }).click()
    await expect(panel).toContainText('2 times more')
  })
})
