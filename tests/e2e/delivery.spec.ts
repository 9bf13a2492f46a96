import type { Page } from '@playwright/test'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  GUILDHALL,
  lineUpSaved,
  makeBrand,
  lineUpText,
  playHours,
  saveNew,
} from '../support/world'
import { expect, signIn, test } from './support'

const open = async (page: Page, screen: string): Promise<void> => {
  await page.getByRole('link', { name: new RegExp(`^${screen}`) }).first().click() // prettier-ignore
  await expect(page.getByRole('heading', { name: screen, level: 1 })).toBeVisible()
}

test('an account’s token ends in the middle of the week: told once, its line kept, a new token lets it go on', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [COMMONFIRE])
  for (const text of ['Monday’s line', 'Tuesday’s line', 'Wednesday’s line'])
    await lineUpText(nell, path, text)
  await signIn(page, world.server.url)
  await playHours(nell, 2)
  await world.control('token', { host: 'commonfire.example', handle: 'spare', token: 'renewed-token' })
  await playHours(nell, 24)

  await open(page, 'Day sheet')
  const row = page.locator('[data-notice="token"]')
  await expect(row).toHaveCount(1)
  await expect(row).toContainText('Commonfire no longer accepts the sign-in')
  await row.getByRole('link').click()
  await expect(page.getByTestId('account-standing')).toContainText('Refused since')
  await expect(page.getByTestId('account-standing')).toContainText('its posts wait in line')
  await page.getByRole('button', { name: 'Enter a new token' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('New token').fill('not-that-one')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(dialog.getByText(/does not accept this token/)).toBeVisible()
  await dialog.getByLabel('New token').fill('renewed-token')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByTestId('account-standing')).toContainText('posts go out')
  await playHours(nell, 30)
  expect((await world.posted('commonfire.example')).map(({ text }) => text).toReversed()).toEqual([
    'Monday’s line',
    'Tuesday’s line',
    'Wednesday’s line',
  ])
  await open(page, 'Day sheet')
  await expect(page.getByRole('list', { name: 'Settled' })).toContainText(
    'Commonfire no longer accepts the sign-in',
  )
})

test('a network is down for a day: said where one looks, and everything goes out afterwards, once and in order', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  for (const text of ['First', 'Second', 'Third']) await lineUpText(nell, path, text)
  await signIn(page, world.server.url)
  await world.trouble('chatterbrook.example', { cutBefore: true })
  await playHours(nell, 20)
  await open(page, 'Schedule')
  await page.getByRole('button', { name: /have not gone out/ }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog.getByText('checking', { exact: true })).toBeVisible()
  await dialog.getByRole('button', { name: 'What happened, and what to do' }).click()
  await expect(page.getByTestId('delivery-state')).toHaveText('checking with the network')
  await expect(page.getByRole('list', { name: 'What happened' })).toContainText('can’t be asked yet')
  await open(page, 'Day sheet')
  await expect(page.locator('[data-notice="late"]')).toContainText('Posts for Chatterbrook are late')

  await world.trouble('chatterbrook.example', null)
  await playHours(nell, 2)
  await open(page, 'Schedule')
  await expect(page.locator('[data-card][data-state="lined-up"]')).toHaveText([/First/, /Second/, /Third/])
  await page.locator('[data-card]', { hasText: 'First' }).click()
  await expect(page.getByRole('dialog')).toContainText('did not take it within 60 minutes of its time')
  await page.keyboard.press('Escape')
  await playHours(nell, 40)
  expect((await world.posted('chatterbrook.example')).map(({ text }) => text).toReversed()).toEqual([
    'First',
    'Second',
    'Third',
  ])
})

test('a post refused for its length is mended and goes out; what was sent is taken back', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [GUILDHALL])
  await lineUpSaved(
    nell,
    path,
    await saveNew(nell, path, await draftOf(nell, path, 'A line that is rather long for a shorter rule')),
  )
  // The network takes less than it stated when it was asked last.
  await world.control('rules', { host: 'guildhall.example', rules: { limit: 20 } })
  await signIn(page, world.server.url)
  await playHours(nell, 2)
  await open(page, 'Day sheet')
  await page.locator('[data-notice="not-sent"]').getByRole('link').click()
  await expect(page.getByTestId('delivery-state')).toHaveText('not sent')
  await expect(page.getByText(/This post has 45 characters; 20 are allowed/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Change the text' }).click()
  const text = page.getByRole('textbox', { name: 'Main text' })
  await text.fill('Shorter now')
  await page.getByRole('button', { name: /^Line up/ }).first().click() // prettier-ignore
  await expect(page.getByTestId('notice')).toContainText(/Lined up|in line/)
  await playHours(nell, 8)
  expect((await world.posted('guildhall.example')).map((post) => post.text)).toEqual(['Shorter now'])

  await open(page, 'Schedule')
  await page.locator('[data-card][data-state="sent"]').click()
  await page.getByRole('dialog').getByRole('button', { name: 'What happened, and what to do' }).click()
  await page.getByRole('button', { name: 'Take back' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Take it back' }).click()
  await expect(page.getByTestId('delivery-state')).toHaveText('taken back')
  expect(await world.posted('guildhall.example')).toEqual([])
})
