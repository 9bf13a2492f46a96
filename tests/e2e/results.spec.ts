// Results of the demo's month: what a curator sees, asks and takes along.
import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, signIn, test } from './support'

async function toResults(page: Page, url: string): Promise<void> {
  await signIn(page, url)
  await page.getByRole('link', { name: 'Results' }).click()
  await expect(page.getByTestId('results')).toBeVisible()
}
const part = (page: Page, name: string) => page.getByRole('region', { name, exact: true })

test('a month of posts shows what readers answer to, and what the invented readers hide is found', async ({
  page,
  demo,
}) => {
  await toResults(page, demo.url)
  // The stand-ins' readers take to explainers most, and least to the brand's own news.
  const groups = part(page, 'What they answer to')
  await expect(groups).toContainText(/Explainers: [\d.]+ times the usual .*above the rest/)
  await expect(groups).toContainText(/Own news: 0\.\d times the usual .*below the rest/)
  await groups.getByRole('button', { name: 'Show the figures as a table' }).click()
  await expect(groups.getByRole('row').nth(1)).toContainText('Explainers')

  // They read in the morning and most in the evening.
  await expect(part(page, 'When readers answer')).toContainText(
    /On weekdays, posts sent about (1[89]|2[012]):/,
  )

  const sources = part(page, 'Which sources earn their place')
  await expect(sources.getByRole('row').nth(1)).toContainText(/\d/)
  await expect(part(page, 'Followers')).toContainText('Commonfire')

  // Another account, another measure, and the address keeps both.
  await page.getByLabel('Account', { exact: true }).selectOption({ index: 2 })
  await page.getByLabel('What counts as a response').selectOption('clicks')
  await expect(page).toHaveURL(/account=.*measure=clicks/)
  await page.reload()
  await expect(page.getByLabel('What counts as a response')).toHaveValue('clicks')
  await expect(page.getByText('clicks a post')).toBeVisible()
})

test('figures are taken along as CSV, SVG and PNG', async ({ page, demo }) => {
  await toResults(page, demo.url)
  const save = async (region: string, kind: string): Promise<Buffer> => {
    await part(page, region).getByRole('button', { name: /^Save/ }).click()
    const coming = page.waitForEvent('download')
    await page.getByRole('menuitem', { name: `As ${kind}` }).click()
    return readFile(await (await coming).path())
  }
  const csv = (await save('Posts', 'CSV')).toString('utf8')
  expect(csv.startsWith('\uFEFFPost,Account,Sent,Source,Likes')).toBe(true)
  expect(csv.split('\r\n').length).toBeGreaterThan(100)
  const svg = (await save('When readers answer', 'SVG')).toString('utf8')
  expect(svg).toMatch(/^<svg[^>]+xmlns="http:\/\/www.w3.org\/2000\/svg"/)
  expect(svg).not.toContain('var(')
  const png = await save('What they answer to', 'PNG')
  expect(png.subarray(1, 4).toString()).toBe('PNG')
  expect(png.length).toBeGreaterThan(5_000)
})

test('a post leads to how it was answered and what was said; what happens meanwhile appears by itself', async ({
  page,
  demo,
}) => {
  await toResults(page, demo.url)
  const posts = part(page, 'Posts')
  await posts.getByRole('button', { name: 'Answers' }).click()
  await posts.getByRole('button', { name: 'Answers' }).click()
  await posts.getByRole('link').first().click()
  await expect(page.getByTestId('answers-now')).toHaveText(/^\d+ answers$/)
  await expect(page.getByTestId('answers')).toContainText(/Posts of this account get .* within three days/)

  // Of a quarter nothing leaves the period as the day passes.
  await page.goto(`${demo.url}/results?days=91`)
  const sent = page.getByTestId('results').locator('dd').first()
  await expect(sent).toHaveText(/^\d+$/)
  const before = Number(await sent.textContent())
  await page.getByRole('button', { name: '+1 day' }).click()
  await expect(async () => expect(Number(await sent.textContent())).toBeGreaterThan(before)).toPass({
    timeout: 30_000,
  })
})

test('on a phone the figures can be read', async ({ page, demo }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await signIn(page, demo.url)
  await page.goto(`${demo.url}/results`)
  await expect(part(page, 'What they answer to')).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
})
