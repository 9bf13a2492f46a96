// A campaign from making to ending, on screen.
import { CHATTERBROOK, draftOf, lineUpSaved, lineUpText, makeBrand, saveNew } from '../support/world'
import { expect, expectAccessible, signIn, test, toSchedule } from './support'

test('a campaign is made, given posts, shown on the month, and ended with what is still planned', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  await lineUpText(nell, path, 'A lamp by the lane')
  await lineUpText(nell, path, 'A lamp by the quay')
  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('link', { name: 'Campaigns' }).click()
  await expect(page.getByText('No campaigns yet')).toBeVisible()
  await expectAccessible(page)

  await page.getByRole('button', { name: 'New campaign' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('Lamps out')
  await form.getByLabel('Aim').fill('Fill the dome on Friday.')
  await form.getByLabel('Last day').fill('2027-03-01')
  await form.getByLabel('First day').fill('2027-03-02')
  await form.getByRole('button', { name: 'New campaign' }).click()
  await expect(form.getByText('The last day can’t be before the first.')).toBeVisible()
  await form.getByLabel('Last day').fill('2027-03-05')
  await form.getByLabel('Number of posts').fill('3')
  await expectAccessible(page)
  await form.getByRole('button', { name: 'New campaign' }).click()
  await expect(page.getByRole('heading', { name: 'Lamps out' })).toBeVisible()
  await expect(page.getByText('Nothing of it stands in line.')).toBeVisible()
  const id = new URL(page.url()).pathname.split('/').at(-1)!

  // Given to it in the list, both at once.
  await page.getByRole('link', { name: 'All its posts' }).click()
  await expect(page.getByLabel('Campaign', { exact: true })).toHaveValue(id)
  await page.getByLabel('Campaign', { exact: true }).selectOption('')
  const boxes = page.getByRole('checkbox', { name: /^Choose/ })
  await expect(boxes).toHaveCount(2)
  for (const box of await boxes.all()) await box.check()
  await page.getByLabel('Set campaign …').selectOption({ label: 'Lamps out' })
  await expect(page.getByText('2 posts have that campaign now.')).toBeVisible()
  // What it is narrowed to is kept under a name, and taken from there.
  await page.getByLabel('Campaign', { exact: true }).selectOption({ label: 'Lamps out' })
  await page.getByRole('button', { name: 'Save these' }).click()
  await page.getByLabel('Name of these filters').fill('The lamps')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Filters saved: The lamps')).toBeVisible()
  await page.getByRole('button', { name: '1 filter: show all' }).click()
  await expect(page.getByLabel('Campaign', { exact: true })).toHaveValue('')
  await page.getByLabel('Saved filters').selectOption({ label: 'The lamps' })
  await expect(page.getByLabel('Campaign', { exact: true })).toHaveValue(id)
  await page.getByRole('button', { name: 'Remove the filters The lamps' }).click()
  await expect(page.getByLabel('Saved filters')).toHaveCount(0)
  await page.getByRole('button', { name: '1 filter: show all' }).click()
  await page.getByRole('button', { name: 'Month', exact: true }).click()
  const bar = page.getByRole('row', { name: 'Campaigns' }).getByRole('link', { name: 'Lamps out' })
  await expect(bar).toBeVisible()
  await expectAccessible(page)
  await bar.click()
  await expect(page.getByText('2 of 3 posts: 2 planned')).toBeVisible()
  await expect(page.getByText('100% of 2 sendings in its days')).toBeVisible()

  // A post of its own begins with it.
  await page.getByRole('link', { name: 'Write a post' }).click()
  await expect(page.getByRole('combobox', { name: 'Campaign', exact: true })).toHaveValue(id)

  const late = await saveNew(nell, path, await draftOf(nell, path, 'Too late', { campaignId: id }))
  const { accounts } = await nell.want<{ accounts: { id: string }[] }>('GET', path)
  await lineUpSaved(nell, path, late, undefined, [
    { accountId: accounts[0]!.id, kind: 'time', at: '2027-03-09T10:00:00.000Z' } as never,
  ])
  await page.goto(`${world.server.url}/campaigns/${id}`)
  await expect(page.getByText('1 post still stands in line after its last day.')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'End it' }).click()
  const asked = page.getByRole('dialog')
  await expect(asked.getByText('3 posts of it stand in line.')).toBeVisible()
  await asked.getByRole('button', { name: 'End it' }).click()
  await expect(page.getByText('Nothing of it stands in line.')).toBeVisible()
  await expect(page.getByText('3 being written')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Too late')).toBeVisible()
  await expect(page.getByRole('button', { name: 'End it' })).toBeVisible()
})
