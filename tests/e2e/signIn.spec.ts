import { lineUpText, makeBrand, playHours } from '../support/world'
import { expect, expectAccessible, signIn, test } from './support'

const KINDS = [
  ['Commonfire', 'commonfire.example', '@spare@commonfire.example'],
  ['guildhall.example', 'guildhall.example', 'https://guildhall.example/@spare'],
  ['lanternway.example', 'lanternway.example', 'spare.lanternway.example'],
] as const

for (const [name, host, address] of KINDS)
  test(`an account is connected on its own page, lost, and connected again with its line: ${name}`, async ({
    page,
    world,
  }) => {
    const nell = await world.nell()
    const { path } = await makeBrand(nell, [])
    await signIn(page, world.server.url)
    await page.goto(`${world.server.url}/set-up/accounts`)
    const find = async (): Promise<void> => {
      await page.getByLabel('Address of the profile or server').fill(address)
      await page.getByRole('button', { name: 'Continue' }).click()
      await page.getByRole('button', { name: `Continue at ${name}` }).click()
    }

    await test.step('a no is taken kindly, and nothing is kept', async () => {
      await find()
      await page.getByRole('button', { name: 'No', exact: true }).click()
      await expect(page.getByRole('alert')).toContainText('nothing was connected or kept')
      await expectAccessible(page)
      await page.getByRole('link', { name: 'Go on' }).click()
      await expect(page.getByText('No account yet')).toBeVisible()
    })

    await test.step('a yes connects it', async () => {
      await find()
      await page.getByRole('radio', { name: '@spare' }).check()
      await page.getByRole('button', { name: 'Yes, let it in' }).click()
      await expect(page.getByTestId('notice')).toContainText('Connected')
      await expect(page).toHaveURL(/\/set-up\/accounts$/)
      await expect(
        page
          .getByRole('main')
          .getByText(/@?spare/)
          .first(),
      ).toBeVisible()
    })

    await test.step('once it is lost, its page leads back, and the line was kept', async () => {
      await lineUpText(nell, path, 'After the sign-in')
      await world.control('granting', { host, granting: { endsRefresh: true } })
      await world.control('sign-out', { host })
      await playHours(nell, 6)
      await page.goto(`${world.server.url}/day`)
      await page.locator('[data-notice="token"]').getByRole('link').click()
      await expect(page.getByTestId('account-standing')).toContainText('Refused since')
      await page.getByRole('button', { name: 'Connect again' }).click()
      await page.getByRole('radio', { name: '@spare' }).check()
      await page.getByRole('button', { name: 'Yes, let it in' }).click()
      await expect(page.getByTestId('account-standing')).toContainText('posts go out')
      await playHours(nell, 24)
      expect((await world.posted(host)).map(({ text }) => text)).toEqual(['After the sign-in'])
    })
  })
