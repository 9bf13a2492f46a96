import { draftOf, lineUpSaved, makeBrand, playHours, saveNew } from '../support/world'
import { expect, expectAccessible, reachSites, signIn, test } from './support'

test('an account without a connection: described, lined up for, posted by hand, done', async ({
  page,
  context,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [])
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  await reachSites(context, world)
  await signIn(page, world.server.url)

  await test.step('its network is described as the account is added', async () => {
    await page.goto(`${world.server.url}/set-up/accounts`)
    await page.getByRole('button', { name: 'Someone posts by hand' }).click()
    await page.getByRole('button', { name: 'Add the account' }).click()
    await expect(page.getByRole('alert').filter({ hasText: 'Say which account it is' })).toBeVisible()
    await page.getByLabel('Name of the network').fill('The village wall')
    await page.getByLabel('Begin with the usual limits of').selectOption({ label: 'short posts' })
    await page.getByText('280 characters · link').click()
    await page.getByLabel('Characters, at most').fill('240')
    await page.getByLabel('Where one posts there').fill('https://bellhaven.example/new?text={text}')
    await page.getByLabel('Name of the account there').fill('@hollow')
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Add the account' }).click()
    await expect(page.locator('[data-network="The village wall"]')).toContainText(
      '240 characters · 1 account',
    )
  })

  const doc = await draftOf(nell, path, 'Stars over the quay', { link: 'https://lowlamp.example/x' })
  await lineUpSaved(nell, path, await saveNew(nell, path, doc))
  // The timetable that was chosen has one slot a day, at noon.
  await playHours(nell, 4)

  await test.step('it is told of at its slot, put off, and told of again', async () => {
    await page.goto(`${world.server.url}/day`)
    const row = page.locator('[data-notice="by-hand"]')
    await expect(row).toContainText('Stars over the quay')
    await row.getByRole('link').click()
    await expect(page.getByTestId('delivery-state')).toHaveText('to post by hand')
    await page.getByRole('button', { name: 'In half an hour' }).click()
    await expect(page.getByTestId('delivery-state')).toHaveText('put off')
    await playHours(nell, 1)
    await expect(page.getByTestId('delivery-state')).toHaveText('to post by hand')
    await expectAccessible(page)
  })

  await test.step('its text is copied, its page opened, and it is done with its address', async () => {
    await page.getByRole('button', { name: 'Copy the text' }).click()
    await expect(page.getByRole('button', { name: 'Copied' })).toBeVisible()
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe(
      'Stars over the quay\n\nhttps://lowlamp.example/x',
    )
    const opening = context.waitForEvent('page')
    await page.getByRole('link', { name: 'Open The village wall' }).click()
    const opened = await opening
    expect(new URL(opened.url()).searchParams.get('text')).toContain('Stars over the quay')
    await opened.close()
    await page.getByLabel('Address of the post').fill('bellhaven.example/posts/7')
    await page.getByRole('button', { name: 'It is posted' }).click()
    await expect(page.getByTestId('delivery-state')).toHaveText('sent')
    await expect(page.getByRole('list', { name: 'What happened' })).toContainText('Posted by hand. by Nell')
    await expect(page.getByRole('link', { name: /The village wall/ })).toHaveAttribute(
      'href',
      /bellhaven\.example\/posts\/7/,
    )
  })
})

test('an account by webhook: its secret is copied, a trial sent, a post handed over', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [])
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/accounts`)
  await page.getByRole('button', { name: 'A webhook posts' }).click()
  await page.getByLabel('Name of the network').fill('Our own door')
  await page.getByLabel('Name of the account there').fill('the front page')
  await page.getByLabel('Address of the webhook').fill('https://doorway.example/nobody')
  const secret = page.getByLabel('Secret for the signature')
  await expect(secret).toHaveValue(/^whsec_/)
  await page.getByRole('button', { name: 'Send a trial and add' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'answered 404' })).toBeVisible()
  await page.getByLabel('Address of the webhook').fill('https://doorway.example/posts')
  await page.getByRole('button', { name: 'Send a trial and add' }).click()
  await expect(page.locator('[data-network="Our own door"]')).toContainText('1 account')
  const doc = await draftOf(nell, path, 'Through the door')
  await lineUpSaved(nell, path, await saveNew(nell, path, doc))
  await playHours(nell, 4)
  expect((await world.webhooks()).at(-1)!.body).toContain('Through the door')
})
