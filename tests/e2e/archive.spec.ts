// A whole brand taken out and brought in again, on screen.
import { lineUpText, makeBrand } from '../support/world'
import { expect, expectAccessible, signIn, test } from './support'

test('a brand is taken out as a file and brought in as a brand of its own, on hold', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await lineUpText(nell, path, 'A lamp by the lane')
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/archive`)
  await expect(page.getByText('Nothing has been brought in yet.')).toBeVisible()
  await expectAccessible(page)
  const coming = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Download the archive' }).click()
  const download = await coming
  expect(download.suggestedFilename()).toBe('A brand 2027-03-02.zip')
  const choose = page.getByLabel('Choose an archive', { exact: true })

  await choose.setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from('text,account') })
  await expect(page.getByText('The file is no archive of a brand that can be read here.')).toBeVisible()

  await choose.setInputFiles(await download.path())
  await expect(page.getByText(/\d+ rows brought in/)).toBeVisible()
  await expect(page.getByText('The file is no archive')).toBeHidden()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Open the brand' }).click()
  await expect(page.getByText('It came from an archive.').first()).toBeVisible()
  await expect(page.getByText('A lamp by the lane').first()).toBeVisible()
})
