// The almanac on screen: a country's holidays close an account's slots, days of one's own and prompts become
// posts for their day, a calendar is read.
import { CHATTERBROOK, makeBrand } from '../support/world'
import { expect, expectAccessible, signIn, test, toSchedule } from './support'

test('holidays of a country are chosen, and a timetable keeps them: their slots close', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  const { accounts } = await nell.want<{ accounts: { id: string }[] }>('GET', path)
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('link', { name: 'Almanac', exact: true }).click()
  await expect(page.getByText('Nothing in the almanac yet')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Add a country' }).click()
  await page.getByRole('combobox', { name: 'Country' }).selectOption({ label: 'Portugal' })
  await page.getByRole('button', { name: 'Add a country' }).click()
  const goodFriday = page.locator('[data-kind="holiday"]', { hasText: 'Good Friday' })
  await expect(goodFriday).toContainText('Public holiday · Portugal · offices closed')
  await expect(page.getByText('CC BY-SA 3.0')).toBeVisible()
  await expectAccessible(page)

  // 26 March 2027 has two slots until the timetable keeps holidays.
  const openOn = page.getByRole('columnheader', { name: /Fri 26/ })
  const slots = page.locator('[data-slot^="2027-03-26"]')
  await page.goto(`${world.server.url}/schedule?from=2027-03-25`)
  await expect(openOn).toContainText('Good Friday')
  await expect(slots).toHaveCount(2)
  await page.goto(`${world.server.url}/timetable/${accounts[0]!.id}`)
  await page.getByRole('combobox', { name: 'On public holidays' }).selectOption('none')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Timetable saved')).toBeVisible()
  await expectAccessible(page)
  await page.goto(`${world.server.url}/schedule?from=2027-03-25`)
  await expect(openOn).toContainText('Good Friday')
  await expect(slots).toHaveCount(0)
  const after = await nell.want<{ open: { at: string }[] }>('GET', `${path}/schedule?from=2027-03-25&days=4`)
  expect(after.open.map(({ at }) => at.slice(8, 10))).toEqual(['25', '25', '27', '27'])

  // Other times in their place.
  await page.goto(`${world.server.url}/timetable/${accounts[0]!.id}`)
  await page.getByRole('combobox', { name: 'On public holidays' }).selectOption('replace')
  const times = page.getByRole('region', { name: 'Public holidays' }).getByRole('textbox')
  await times.fill('noon')
  await times.press('Enter')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('alert')).toBeVisible()
  await times.fill('12.30')
  await times.press('Enter')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Timetable saved')).toBeVisible()
  const other = await nell.want<{ open: { at: string }[] }>('GET', `${path}/schedule?from=2027-03-26&days=1`)
  expect(other.open.map(({ at }) => at.slice(11, 16))).toEqual(['12:30'])
})

test('a prompt is taken for every week, and a post begun for its day goes out on it', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/almanac`)
  await page.getByRole('button', { name: 'A hundred prompts' }).click()
  const prompts = page.getByRole('dialog')
  await expect(prompts.getByRole('button', { name: /^Take/ })).toHaveCount(100)
  await prompts.getByLabel('Find a prompt').fill('one tool')
  await prompts.getByRole('button', { name: 'Take One tool' }).click()
  const form = page.getByRole('dialog', { name: 'New date' })
  await expect(form.getByLabel('Name')).toHaveValue('One tool')
  await form.getByLabel('Day', { exact: true }).fill('2027-03-04')
  await form.getByRole('combobox', { name: 'How often' }).selectOption('rule')
  await form.getByLabel('Rule (RFC 5545)').fill('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30')
  await expect(form.getByText('No day suits this rule within forty years.')).toBeVisible()
  await form.getByRole('combobox', { name: 'How often' }).selectOption('weekly')
  await expect(form.getByText('Thu 4 Mar 2027 · Thu 11 Mar 2027')).toBeVisible()
  await expectAccessible(page)
  await form.getByRole('button', { name: 'New date' }).click()
  const rows = page.locator('[data-kind="prompt"]')
  await expect(rows.first()).toContainText('Show one tool you use every day')
  expect(await rows.count()).toBeGreaterThan(10)

  // Left out once, undone.
  await page.getByRole('button', { name: 'Leave this one out: One tool, Thu 4 Mar' }).click()
  await expect(page.getByRole('link', { name: /One tool, Thu 4 Mar/ })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('link', { name: 'Write a post for One tool, Thu 4 Mar' }).click()
  await expect(page.getByText('For Thu 4 Mar: One tool')).toBeVisible()
  await page.getByRole('textbox', { name: 'Main text' }).fill('A spirit level, eighty years old.')
  await page.getByRole('checkbox', { name: /Chatterbrook/ }).check()
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page).toHaveURL(/desk$/)
  const view = await nell.want<{ cards: { at: string; text: string }[] }>('GET', `${path}/schedule`)
  expect(view.cards.map(({ at }) => at.slice(0, 16))).toEqual(['2027-03-04T10:00'])
  await page.goto(`${world.server.url}/almanac`)
  await rows.first().getByRole('link', { name: '1 post for One tool' }).click()
  await expect(page.getByRole('textbox', { name: 'Main text' })).toHaveValue(/^A spirit level/)
  // It stands on the ribbon, the Day sheet and the month.
  await page.goto(`${world.server.url}/day`)
  await expect(page.getByRole('region', { name: 'In the almanac' })).toContainText('One tool')
  await expect(page.getByRole('button', { name: /Thu 4.*One tool/ })).toBeVisible()
  await page.goto(`${world.server.url}/schedule?face=month`)
  await expect(page.locator('[data-day="2027-03-11"]')).toContainText('One tool')
  await expectAccessible(page)
})

test('a calendar is read by its address and as a file, and what is none is refused with why', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  await makeBrand(nell, [CHATTERBROOK])
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/almanac`)
  await page.getByRole('button', { name: 'Read a calendar' }).click()
  const part = page.getByRole('region', { name: 'Other calendars' })
  await part.getByLabel('Address').fill('https://programme.example/')
  await part.getByRole('button', { name: 'Read', exact: true }).click()
  await expect(part.getByText('It is not an iCalendar file')).toBeVisible()
  await part.getByLabel('Address').fill('https://programme.example/dates.ics')
  await part.getByRole('button', { name: 'Read', exact: true }).click()
  await expect(part.getByText('programme.example', { exact: true })).toBeVisible()
  await part.getByText('1 thing could not be read').click()
  await expect(part.getByText('“The clock ticks”')).toBeVisible()
  await expect(page.getByText('Open evening at the dome, with tea').first()).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Read a calendar' }).click()
  await part.locator('input[type=file]').setInputFiles({
    name: 'fairs.ics',
    mimeType: 'text/calendar',
    buffer: Buffer.from(
      'BEGIN:VCALENDAR\nBEGIN:VEVENT\nUID:a\nSUMMARY:Lamp fair\nDTSTART:20270309\nEND:VEVENT\nEND:VCALENDAR\n',
    ),
  })
  await expect(page.locator('[data-kind="calendar"]', { hasText: 'Lamp fair' })).toBeVisible()
  await part.getByRole('button', { name: 'Take fairs out' }).click()
  await expect(page.locator('[data-kind="calendar"]', { hasText: 'Lamp fair' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('[data-kind="calendar"]', { hasText: 'Lamp fair' })).toBeVisible()
})
