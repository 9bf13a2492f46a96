import type { Page } from '@playwright/test'
import type { BrandView } from '#shared/people/types'
import { CHATTERBROOK, COMMONFIRE, draftOf, lineUpSaved, makeBrand, saveNew } from '../support/world'
import type { Person } from '../support/person'
import { expect, signIn, test, toSchedule } from './support'

/** What the sheet shows in its order: each account's days, each day's posts and open slots. */
const sheet = (page: Page): Promise<string[]> =>
  page.locator('table td li').evaluateAll((items) =>
    items.map((item) => {
      const [head, text] = [
        item.querySelector('.text-tiny')?.textContent ?? item.textContent ?? '',
        item.querySelector('.serif')?.textContent ?? '',
      ]
      return `${/\d\d:\d\d/.exec(head)?.[0] ?? ''} ${text || 'open'}`.trim()
    }),
  )
async function lineUpTexts(who: Person, path: string, texts: string[]): Promise<void> {
  for (const text of texts)
    await lineUpSaved(who, path, await saveNew(who, path, await draftOf(who, path, text)))
}
const card = (page: Page, text: string) => page.locator('[data-card]', { hasText: text }).first()

test('a timetable from nothing; ten posts fill 04:00, 11:00 and 21:00 in their order over four days', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [{ ...CHATTERBROOK, slots: [] }])
  await signIn(page, world.server.url)
  await expect(page.getByRole('region', { name: 'The next seven days' })).toContainText('No timetable yet')
  await toSchedule(page)
  await expect(page.getByRole('rowheader')).toContainText('no timetable')
  await page.getByRole('link', { name: 'Timetable' }).click()
  await page.getByLabel('Add slots').selectOption('one time on these days')
  for (const day of ['Sat', 'Sun']) await page.getByRole('button', { name: day, exact: true }).click()
  for (const time of ['21:00', '4:00', '1100']) {
    await page.getByLabel('at', { exact: true }).fill(time)
    await page.getByRole('button', { name: 'Add', exact: true }).click()
  }
  await expect(page.getByText('21 slots a week')).toBeVisible()
  await page.getByLabel('Minutes between posts, at least').fill('x')
  await page.getByLabel('Posts a day, at most').fill('3')
  await expect(page.getByText('Shown once everything is filled in correctly.')).toBeVisible()
  await page.getByLabel('Minutes between posts, at least').fill('60')
  await expect(page.getByText('No post in line moves.')).toBeVisible()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByTestId('notice')).toContainText('Timetable saved')

  const texts = Array.from({ length: 10 }, (_, at) => `Post ${at + 1}`)
  await lineUpTexts(nell, path, texts)
  await toSchedule(page)
  await expect(page.locator('[data-card]')).toHaveCount(10)
  const times = ['11:00', '21:00', '04:00', '11:00', '21:00', '04:00', '11:00', '21:00', '04:00', '11:00']
  expect((await sheet(page)).slice(0, 11)).toEqual([
    ...texts.map((text, at) => `${times[at]} ${text}`),
    '21:00 open',
  ])

  await test.step('a changed timetable says what it would move, and moves that', async () => {
    await page.getByRole('link', { name: 'Timetable' }).click()
    await page.getByRole('button', { name: 'Remove 21:00 on Tuesday' }).click()
    await expect(page.getByText('9 posts move')).toBeVisible()
    await expect(page.getByText('Chatterbrook · Tue 2, 21:00 → Wed 3, 04:00')).toBeVisible()
    await page.getByRole('button', { name: 'Save' }).click()
    await toSchedule(page)
    await expect.poll(async () => (await sheet(page)).slice(0, 2)).toEqual(['11:00 Post 1', '04:00 Post 2'])
    await page.keyboard.press('u')
    await expect.poll(async () => (await sheet(page)).slice(0, 2)).toEqual(['11:00 Post 1', '21:00 Post 2'])
  })
})

test('a timetable asks before it is left unsaved, and its undo shows the week as it was', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  await makeBrand(nell)
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('link', { name: 'Timetable' }).first().click()
  const slot = page.getByRole('button', { name: 'Remove 10:00 on Monday' })
  await slot.click()
  await expect(slot).toHaveCount(0)
  await page.getByRole('link', { name: 'Schedule' }).click()
  await page
    .getByRole('dialog', { name: 'Leave without saving?' })
    .getByRole('button', { name: 'Stay here' })
    .click()
  await expect(page.getByRole('heading', { name: 'Timetable' })).toBeVisible()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByTestId('notice')).toContainText('Timetable saved')
  await page.getByTestId('notice').getByRole('button', { name: 'Undo' }).click()
  await expect(slot).toBeVisible()
  await slot.click()
  await page.getByRole('link', { name: 'Schedule' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Leave it unsaved' }).click()
  await expect(page.getByRole('table', { name: 'Accounts by days' })).toBeVisible()
})

test('a card is dragged to another day, onto another card and by keys; the rest is planned anew and stored', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  await lineUpTexts(nell, path, ['One', 'Two', 'Three', 'Four'])
  await signIn(page, world.server.url)
  await toSchedule(page)
  await expect(page.locator('[data-card]')).toHaveCount(4)

  await test.step('while it is dragged, each card says where it would go', async () => {
    // Taken where it is once nothing moves any more.
    await card(page, 'One').hover({ position: { x: 20, y: 10 } })
    const [from, to] = [(await card(page, 'One').boundingBox())!, (await card(page, 'Three').boundingBox())!]
    await page.mouse.down()
    await page.mouse.move(from.x + 40, from.y + 20, { steps: 3 })
    // A hand that drags is never quite still: where the page was busy, its next move counts.
    await expect(async () => {
      await page.mouse.move(to.x + 22, to.y + 12, { steps: 3 })
      await page.mouse.move(to.x + 20, to.y + 10, { steps: 3 })
      await expect(card(page, 'One')).toContainText('→ Wed 3, 10:00', { timeout: 1000 })
    }).toPass({ timeout: 15_000 })
    await expect(card(page, 'Two')).toContainText('→ Tue 2, 10:00')
    await expect(card(page, 'Three')).toContainText('→ Tue 2, 15:00')
    await expect(card(page, 'Four')).not.toContainText('→')
    await page.mouse.up()
    await expect(page.getByTestId('notice')).toContainText('Moved to Wed 3, 10:00')
    expect((await sheet(page)).slice(0, 4)).toEqual(['10:00 Two', '15:00 Three', '10:00 One', '15:00 Four'])
  })

  await test.step('an open slot of another day becomes its own, and the line closes up', async () => {
    await card(page, 'Two').dragTo(page.locator('[data-slot="2027-03-05T15:00:00.000Z"]'))
    await expect(page.getByTestId('notice')).toContainText('Moved to Fri 5, 15:00')
    await expect(card(page, 'Two').getByRole('img', { name: 'its own time' })).toBeVisible()
    expect((await sheet(page)).slice(0, 3)).toEqual(['10:00 Three', '15:00 One', '10:00 Four'])
  })

  await test.step('keys do the same, and the card keeps the focus', async () => {
    await card(page, 'Four').focus()
    await page.keyboard.press('Alt+ArrowUp')
    await expect.poll(() => sheet(page)).toEqual(expect.arrayContaining(['15:00 Four', '10:00 One']))
    await expect(card(page, 'Four')).toBeFocused()
    await page.keyboard.press('Alt+ArrowRight')
    await expect(page.getByTestId('notice')).toContainText('Moved to Wed 3, 15:00')
    await expect(card(page, 'Four')).toBeFocused()
  })

  await test.step('the menu says what would move before it does, and swaps', async () => {
    await card(page, 'Three').click()
    await page.getByLabel('How').selectOption('Swap with …')
    await page.getByLabel('Post', { exact: true }).selectOption('Two')
    await expect(page.getByTestId('move-outcome')).toHaveText('Goes out Fri 5 Mar, 15:00')
    await page.getByRole('button', { name: 'Move', exact: true }).click()
    await expect.poll(async () => (await sheet(page))[0]).toBe('10:00 Two')
  })

  await test.step('it is all stored', async () => {
    await page.reload()
    await expect(page.locator('[data-card]')).toHaveCount(4)
    const stored = (await sheet(page)).filter((one) => !one.endsWith('open'))
    expect(stored).toEqual(['10:00 Two', '15:00 One', '15:00 Four', '15:00 Three'])
    await page.getByRole('button', { name: 'Chatterbrook', exact: true }).click()
    await expect(page.locator('[data-line]')).toHaveCount(4)
    await page.locator('[data-line]').nth(1).focus()
    await page.keyboard.press('Alt+ArrowDown')
    await expect(page.getByTestId('notice')).toContainText('Moved')
  })
})

test('a hold stops everything, says so, and lifting it says what became late', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  await lineUpTexts(nell, path, ['In line'])
  const post = await saveNew(nell, path, await draftOf(nell, path, 'At its time'))
  const accountId = post.doc.accounts[0]!.accountId
  await lineUpSaved(nell, path, post, undefined, [
    { accountId, kind: 'time', at: '2027-03-02T09:30:00.000Z' },
  ])
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('button', { name: 'Hold Chatterbrook' }).click()
  await page.getByLabel('Why').fill('The editor is away')
  await page.getByRole('dialog').getByRole('button', { name: 'Hold' }).click()
  await expect(page.getByRole('rowheader')).toContainText('on hold: The editor is away')
  const ribbon = page.getByRole('region', { name: 'The next seven days' })
  await expect(ribbon).toContainText('On hold: Chatterbrook')
  // Nothing seems lost: each stands where it would go, and says so.
  await expect(ribbon).toContainText('2 lined up, all on hold')
  await expect(card(page, 'In line')).toContainText('on hold')
  await expect(page.getByText('has no slot')).toHaveCount(0)
  await card(page, 'In line').click()
  await expect(page.getByRole('dialog')).toContainText('If the hold were lifted now, it would go out then.')
  await expect(page.getByRole('dialog').getByRole('button', { name: 'Lift the hold' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: '+1 day' }).click()
  await expect(page.locator('[data-state=sent]')).toHaveCount(0)
  expect(await world.posted('chatterbrook.example')).toEqual([])
  await page.getByRole('button', { name: 'Look ahead' }).click()
  await page.locator('[data-finding=hold]').getByRole('button', { name: 'Lift the hold' }).click()
  await expect(page.getByRole('dialog')).toContainText('1 post missed the time chosen for it')
  await page.getByRole('dialog').getByRole('button', { name: 'Lift the hold' }).click()
  await expect(page.getByTestId('notice')).toContainText('The hold is lifted')
  await page.getByRole('button', { name: '+1 day' }).click()
  await expect
    .poll(async () => (await world.posted('chatterbrook.example')).map(({ text }) => text).sort())
    .toEqual(['At its time', 'In line'])
})

test('lining up says where it goes, again and what moves; a slot is chosen on the sheet', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await lineUpTexts(nell, path, ['Was first'])
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.locator('[data-slot="2027-03-04T10:00:00.000Z"]').first().click()
  await page.getByRole('textbox', { name: 'Main text' }).fill('For Thursday morning')
  await expect(page.getByTestId('places')).toContainText('Thu 4, 10:00')
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page.getByTestId('notice')).toContainText('Chatterbrook Thu 4, 10:00')

  await page.goto(`${world.server.url}/desk/new`)
  await page.getByRole('textbox', { name: 'Main text' }).fill('Goes first, and again')
  for (const network of ['Chatterbrook', 'Commonfire'])
    await page.getByRole('checkbox', { name: network }).check()
  await page.getByRole('button', { name: 'Another wording' }).click()
  await page.getByLabel(/Wording 2/).fill('Once more, in other words')
  await page.getByLabel('Goes out', { exact: true }).selectOption('First in line')
  await expect(page.getByText('2 posts move')).toBeVisible()
  await page.getByLabel('Differs by account').check()
  await page.getByLabel('Where on Commonfire').selectOption('Last in line')
  await expect(page.getByText('1 post moves')).toBeVisible()
  // It is sent again on one account, in another wording, and on the other never.
  await page.getByLabel('Send it again on Chatterbrook').selectOption('next week')
  await page.getByLabel('Wording for 7 days later').selectOption('wording 2')
  await expect(page.getByTestId('places')).toContainText('Tue 2, 10:00 · Tue 9 Mar, 10:00')
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page.getByTestId('notice')).toContainText(
    'Chatterbrook Tue 2, 10:00 · Commonfire Tue 2, 15:00',
  )
  await toSchedule(page)
  await expect(card(page, 'Goes first')).toContainText('1 of 2')
  await page.getByLabel('Who').selectOption('Nell')
  await page.getByLabel('State').selectOption('sent')
  await expect(page.locator('[data-card]')).toHaveCount(0)
})

test('an unapproved post is passed over by the next at the settling time', async ({ page, world }) => {
  const [nell, bento] = [await world.nell(), await world.bento()]
  const { path, id } = await makeBrand(nell, [CHATTERBROOK])
  await nell.want('POST', `/api/brands/${id}/members`, { personId: world.ids.bento, role: 'curator' })
  const account = (await nell.want<BrandView>('GET', path)).accounts[0]!
  await nell.want('PATCH', `${path}/accounts/${account.id}`, {
    name: account.name,
    approver: 'someone-else',
    token: '',
    version: account.version,
  })
  await lineUpTexts(nell, path, ['Waits for eyes'])
  const firm = await saveNew(nell, path, await draftOf(nell, path, 'Seen by two'))
  await lineUpSaved(nell, path, firm)
  await bento.want('POST', `${path}/posts/${firm.id}/approve`, { version: 1 })
  await signIn(page, world.server.url)
  await toSchedule(page)
  await expect(card(page, 'Waits for eyes')).toContainText('10:00')
  await expect(card(page, 'Waits for eyes')).toContainText('in review')
  await page.getByRole('button', { name: '+1 hour' }).click()
  await expect(card(page, 'Seen by two')).toContainText('sent')
  await expect(card(page, 'Waits for eyes')).toContainText('15:00')
  expect((await world.posted('chatterbrook.example')).map(({ text }) => text)).toEqual(['Seen by two'])
})

for (const { zone, before, expected } of [
  { zone: 'Europe/Lisbon', before: Date.UTC(2027, 2, 27, 3), expected: ['27T07:00', '28T06:00', '29T06:00'] },
  {
    zone: 'America/Toronto',
    before: Date.UTC(2027, 2, 13, 6),
    expected: ['13T12:00', '14T11:00', '15T11:00'],
  },
]) {
  test(`summer time comes in ${zone}: posts keep their time on the clock`, async ({ page, worldAt }) => {
    const world = await worldAt(before)
    const nell = await world.nell()
    const slots = [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({
      weekday,
      time: '07:00',
      use: 'any',
      pillarId: null,
    }))
    const { path } = await makeBrand(nell, [{ ...COMMONFIRE, slots }])
    const { brand } = await nell.want<BrandView>('GET', path)
    await nell.want('PATCH', path, { ...brand, zone })
    await lineUpTexts(nell, path, ['The day before', 'The day itself', 'The day after'])
    await signIn(page, world.server.url)
    await toSchedule(page)
    expect((await sheet(page)).filter((one) => !one.endsWith('open'))).toEqual([
      '07:00 The day before',
      '07:00 The day itself',
      '07:00 The day after',
    ])
    for (const count of [1, 2, 3]) {
      await page.getByRole('button', { name: '+1 day' }).click()
      await expect.poll(async () => (await world.posted('commonfire.example')).length).toBe(count)
    }
    const posted = (await world.posted('commonfire.example'))
      .map(({ at }) => new Date(at).toISOString().slice(8, 16))
      .reverse()
    expect(posted).toEqual(expected)
  })
}
