// What a post begins with, and its fields for day and time.
import type { BrandView } from '#shared/people/types'
import type { Source } from '#shared/sources/types'
import type { PostView } from '#shared/posts/types'
import { makeBrand } from '../support/world'
import { expect, expectAccessible, mainText, saved, signIn, test } from './support'

test('the first view asks once for each thing, while its script is on the way', async ({ page, world }) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'The Low Lamp',
  })
  await signIn(page, world.server.url)
  await expect(page.locator('[data-article]').first()).toBeVisible()
  const asked: string[] = []
  page.on('request', (request) => asked.push(new URL(request.url()).pathname))
  await page.reload()
  await expect(page.locator('[data-article]').first()).toBeVisible()
  await page.waitForLoadState('load')
  for (const address of ['/api/me', path, `${path}/schedule`, `${path}/articles`])
    expect(asked.filter((one) => one === address)).toHaveLength(1)
  expect(asked.filter((one) => one.endsWith('.js')).length).toBeLessThan(14)
})

test('a page without a feed offers ways on; a post begins with what its page, source and brand say', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path, view } = await makeBrand(nell)
  const { pillars, accounts } = await view()
  const own = pillars.find(({ name }) => name === 'Own news')!
  await signIn(page, world.server.url)

  await test.step('a page without a feed: its newsletter, or a post about it', async () => {
    await page.goto(`${world.server.url}/set-up/sources`)
    await page.getByLabel('Address of a site or a feed').fill('plainpage.example')
    await page.getByRole('button', { name: 'Find its feed' }).click()
    await page.getByRole('button', { name: 'take its newsletter' }).click()
    await expect(page.getByRole('button', { name: 'Make the address' })).toBeVisible()
    await page.keyboard.press('Escape')
    await page.getByRole('link', { name: 'write a post about this page' }).click()
    await expect(page.getByRole('textbox', { name: 'Link', exact: true })).toHaveValue(
      'https://plainpage.example',
    )
    await expect(page.getByRole('combobox', { name: /^Pillar/ })).toHaveValue('no pillar')
  })

  await test.step('what stands on the brand’s own site has its pillar, however it came', async () => {
    await page.goto(`${world.server.url}/set-up/brand`)
    await page.getByLabel('Our own sites').fill('plainpage.example nonsense')
    await page.getByLabel('Our own sites').blur()
    await expect(page.getByRole('alert')).toContainText('A site looks like')
    await page.getByLabel('Our own sites').fill('www.plainpage.example')
    await page.getByLabel('Pillar of posts about what stands there').selectOption('Own news')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect
      .poll(async () => (await nell.want<BrandView>('GET', path)).brand.ownSites)
      .toEqual(['plainpage.example'])
    await page.goto(`${world.server.url}/desk/new`)
    await expect(page.getByRole('combobox', { name: /^Pillar/ })).toHaveValue('no pillar')
    await mainText(page).fill('Ours, from https://plainpage.example/today')
    await expect(page.getByRole('combobox', { name: /^Pillar/ })).toHaveValue(own.id)
  })

  await test.step('good until is typed part by part, taken from the calendar, and left empty again', async () => {
    const field = page.getByRole('group', { name: 'Good until' })
    await field.getByRole('spinbutton').first().click()
    await page.keyboard.type('050320271830')
    await saved(page)
    const id = page.url().split('/').at(-1)!
    const goodUntil = async (): Promise<string | null> =>
      (await nell.want<PostView>('GET', `${path}/posts/${id}`)).doc.goodUntil
    await expect.poll(goodUntil).toBe('2027-03-05T18:30:00.000Z')
    await page.getByRole('button', { name: 'Calendar: Good until' }).click()
    await expectAccessible(page)
    await page.getByRole('button', { name: /10 March 2027/ }).click()
    await expect.poll(goodUntil).toBe('2027-03-10T18:30:00.000Z')
    await page.getByRole('button', { name: 'Clear: Good until' }).click()
    await expect.poll(goodUntil).toBe(null)
    await expect(field).toContainText('dd')
    // As usual for the pillar: a week after it goes out.
    await expect(page.getByRole('list', { name: 'Ends it may have' })).toContainText('as usual for Own news')
    await page.getByRole('button', { name: /^Until/ }).click()
    await expect.poll(goodUntil).toMatch(/^2027-03-\d\dT23:59/)
    await expect(page.getByRole('list', { name: 'Ends it may have' })).toHaveCount(0)
  })

  await test.step('a source says which accounts a post about its articles begins with', async () => {
    await nell.want('POST', `${path}/sources`, {
      feedUrl: 'https://lowlamp.example/feed.xml',
      label: 'The Low Lamp',
      accountIds: [accounts[1]!.id],
    })
    expect((await nell.want<Source[]>('GET', `${path}/sources`))[0]!.accountIds).toEqual([accounts[1]!.id])
    await page.goto(`${world.server.url}/wire`)
    await expect(page.locator('[data-article]').first()).toBeVisible()
    await page.keyboard.press('j')
    await expect(page.getByRole('checkbox', { name: accounts[1]!.name })).toBeChecked()
    await expect(page.getByRole('checkbox', { name: accounts[0]!.name })).not.toBeChecked()
  })
})
