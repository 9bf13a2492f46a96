import type { Page } from '@playwright/test'
import { expect, expectAccessible, signIn, test } from './support'

const SCREENS: Record<string, (page: Page) => Promise<void>> = {
  'Wire with sheet and proof': async (page) => {
    await page.locator('[data-article]').nth(2).click()
    await page.getByRole('textbox', { name: 'Your line' }).fill('x'.repeat(300))
    await page.getByRole('button', { name: 'Proof for Chatterbrook' }).click()
    await expect(page.getByText(/Chatterbrook: \d+ too many/)).toBeVisible()
  },
  'Wire as cards, narrowed, two chosen': async (page) => {
    await page.getByRole('button', { name: 'Cards', exact: true }).click()
    await page.getByRole('button', { name: 'Filter', exact: true }).click()
    await expect(page.getByRole('combobox', { name: /^Folder/ })).toBeVisible()
    for (const at of [0, 1])
      await page
        .locator('[data-article]')
        .nth(at)
        .click({ modifiers: ['Control'] })
    await expect(page.getByText('2 chosen')).toBeVisible()
  },
  Clippings: async (page) => {
    await page.keyboard.press('3')
    await expect(page.locator('[data-clipping]').first()).toBeVisible()
    await page
      .getByRole('button', { name: /^Edit: / })
      .first()
      .click()
    await expect(page.getByRole('dialog').getByLabel('Note')).toBeVisible()
  },
  'Clippings, a wall with what is read beside it': async (page) => {
    await page.keyboard.press('3')
    await page.getByRole('button', { name: 'Wall' }).click()
    await page.locator('[data-clipping]', { hasText: 'The second number' }).getByRole('button').click()
    await expect(page.getByRole('complementary', { name: 'Preview' }).locator('mark')).toBeVisible()
  },
  'Clippings, lists from elsewhere': async (page) => {
    await page.keyboard.press('3')
    await page.getByRole('button', { name: 'Lists from elsewhere' }).click()
    await page.locator('input[type=file]').setInputFiles({
      name: 'later.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from('Title,Link\nOne,https://list.example/1\n'),
    })
    await expect(page.getByText('Table: 1 row')).toBeVisible()
  },
  'Capture window': async (page) => {
    await page.goto(new URL('/capture', page.url()).href)
    await page.getByLabel('Address, or words of your own').fill('https://bellhaven.example/lamps-off')
    await page.getByRole('button', { name: 'Use it' }).click()
    await expect(page.getByText('1 of 7 pictures')).toBeVisible()
    await page.getByRole('textbox', { name: 'Your line' }).fill('Ask yours for the same two numbers.')
    await page.getByRole('button', { name: /Folder, Tags/ }).click()
    await expect(page.getByText('The link answers.')).toBeVisible()
  },
  'Set-up, Capture': async (page) => {
    await page.goto(new URL('/set-up/capture', page.url()).href)
    await page.getByRole('button', { name: 'Make a code' }).click()
    await expect(page.getByLabel('Code')).toBeVisible()
  },
  Find: async (page) => {
    await page.keyboard.press('/')
    await page.getByLabel('Words to find').fill('comet')
    await expect(page.locator('[data-found]').first()).toBeVisible()
  },
  Desk: async (page) => {
    await page.keyboard.press('4')
    await expect(page.locator('[data-post]').first()).toBeVisible()
  },
  'Writing, in review, with a picture': async (page) => {
    await page.keyboard.press('4')
    await page.locator('[data-post] a', { hasText: 'Look east' }).click()
    await expect(page.getByRole('button', { name: 'Crop it to shape' })).toBeVisible()
    await page.getByRole('button', { name: 'Emoji' }).click()
    await expect(page.getByPlaceholder('Find an emoji')).toBeVisible()
  },
  'Set-up, Writing': async (page) => {
    await page.goto(new URL('/set-up/writing', page.url()).href)
    await expect(page.getByText('Standing instruction')).toBeVisible()
  },
  Schedule: async (page) => {
    await page.keyboard.press('5')
    await expect(page.locator('[data-state]').first()).toBeVisible()
  },
  'Schedule, what stands out': async (page) => {
    await page.goto(new URL('/schedule?face=ahead', page.url()).href)
    await expect(page.locator('[data-finding]').first()).toBeVisible()
  },
  'Schedule, one account and a hold': async (page) => {
    await page.keyboard.press('5')
    await page.getByRole('button', { name: 'Commonfire', exact: true }).click()
    await expect(page.locator('[data-line]').first()).toBeVisible()
    await page.getByRole('button', { name: 'Hold Commonfire' }).click()
    await expect(page.getByRole('dialog').getByLabel('Why')).toBeVisible()
  },
  Evergreens: async (page) => {
    await page.keyboard.press('6')
    await expect(
      page.getByRole('region', { name: 'Evergreen', exact: true }).getByRole('listitem').first(),
    ).toBeVisible()
    await page.getByRole('button', { name: /^From our own feed/ }).click()
    await expect(
      page
        .getByRole('dialog')
        .getByLabel(/^Wording 1 for/)
        .first(),
    ).toBeVisible()
  },
  'an evergreen, changed': async (page) => {
    await page.keyboard.press('6')
    await page.getByRole('button', { name: 'Change', exact: true }).click()
    await expect(page.getByRole('dialog').getByText('2 slots a week')).toBeVisible()
  },
  'a timetable, changed': async (page) => {
    await page.keyboard.press('5')
    await page.getByRole('link', { name: 'Timetable' }).first().click()
    await page.getByRole('button', { name: 'Add', exact: true }).click()
    await page.getByRole('button', { name: 'Add a day' }).click()
    await expect(page.getByText(/posts? moves?$/)).toBeVisible()
  },
  'a failed post': async (page) => {
    await page.keyboard.press('5')
    await page.getByRole('button', { name: /has not gone out/ }).click()
    await expect(page.getByRole('dialog')).toContainText('refused it for good')
  },
  'Day sheet': async (page) => {
    await page.goto(new URL('/day', page.url()).href)
    await expect(page.locator('[data-notice]').first()).toBeVisible()
  },
  'a delivery with its history': async (page) => {
    await page.goto(new URL('/day', page.url()).href)
    await page.locator('[data-notice="not-sent"]').first().getByRole('link').click()
    await expect(page.getByTestId('delivery-state')).toHaveText('not sent')
  },
  'an account': async (page) => {
    await page.goto(new URL('/set-up/accounts', page.url()).href)
    await page.getByRole('link', { name: 'Guildhall', exact: true }).click()
    await expect(page.getByTestId('account-standing')).toBeVisible()
  },
  'Set-up, Notices': async (page) => {
    await page.goto(new URL('/set-up/notices', page.url()).href)
    await expect(page.getByLabel('Mail addresses')).toBeVisible()
  },
  Sources: async (page) => {
    await page.keyboard.press('9')
    await page.getByLabel('Address of a site or a feed').fill('grainledger.example')
    await page.getByRole('button', { name: 'Find its feed' }).click()
    await expect(page.getByText('Its newest')).toBeVisible()
  },
  Watches: async (page) => {
    await page.goto(new URL('/set-up/watches', page.url()).href)
    await expect(page.locator('[data-watch]').first()).toBeVisible()
  },
  'a watch as a form': async (page) => {
    await page.goto(new URL('/set-up/watches', page.url()).href)
    await page.getByRole('link', { name: 'Edit: Comets' }).click()
    await expect(page.locator('[data-match]').first()).toBeVisible()
  },
  'a watch as text, broken': async (page) => {
    await page.goto(new URL('/watch/new', page.url()).href)
    await page.getByRole('button', { name: 'As text' }).click()
    await page.getByLabel('The query').fill('comet (')
    await expect(page.getByRole('alert')).toBeVisible()
  },
  Tags: async (page) => {
    await page.goto(new URL('/set-up/tags', page.url()).href)
    await page.getByRole('button', { name: 'Rename or merge: Comets' }).click()
    await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
  },
  Accounts: async (page) => {
    await page.goto(new URL('/set-up/accounts', page.url()).href)
    await page.getByRole('button', { name: /Edit: Chatterbrook/ }).click()
    await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
  },
  Pillars: async (page) => {
    await page.goto(new URL('/set-up/pillars', page.url()).href)
    await page.getByRole('button', { name: 'Add a pillar' }).click()
    await expect(page.getByRole('dialog').getByRole('heading').first()).toBeVisible()
  },
  Brand: async (page) => {
    await page.goto(new URL('/set-up/brand', page.url()).href)
    await expect(page.getByLabel('Name of the brand')).toHaveValue('Hollow Hill Observatory')
  },
  Recipients: async (page) => {
    await page.goto(new URL('/set-up/recipients', page.url()).href)
    await expect(page.locator('[data-dispatch]').first()).toBeVisible()
    await page.getByRole('button', { name: 'Edit: Volunteers’ reading list' }).click()
    await expect(page.getByLabel('Address of the feed')).toBeVisible()
  },
  You: async (page) => {
    await page.goto(new URL('/set-up/you', page.url()).href)
    await expect(page.getByText('this one', { exact: true })).toBeVisible()
  },
  Results: async (page) => {
    await page.keyboard.press('7')
    await expect(page.getByRole('region', { name: 'What they answer to' })).toContainText('Explainers')
    await page.getByRole('button', { name: 'Show the figures as a table' }).first().click()
    await expect(page.getByRole('columnheader', { name: 'Posts within an hour' })).toBeVisible()
  },
  'Suggested times': async (page) => {
    await page.keyboard.press('7')
    await page.getByRole('link', { name: 'Suggested times' }).click()
    await expect(page.getByText(/\d+ posts move/)).toBeVisible()
  },
  Reports: async (page) => {
    await page.goto(new URL('/reports', page.url()).href)
    await expect(page.getByRole('button', { name: 'Make a report' })).toBeVisible()
    await page.getByLabel('When').selectOption('month')
    await expect(page.getByLabel('To whom')).toBeVisible()
  },
  'a post that was answered': async (page) => {
    await page.keyboard.press('7')
    await page.getByRole('region', { name: 'Posts', exact: true }).getByRole('link').first().click()
    await expect(page.getByTestId('answers-now')).toBeVisible()
  },
  Keys: async (page) => {
    await page.keyboard.press('?')
    await expect(page.getByRole('dialog')).toContainText('Next article')
  },
  'the brand menu': async (page) => {
    await page.getByRole('button', { name: 'Brand, theme and account' }).click()
    await expect(page.getByRole('menuitem', { name: 'Millrace Bread School' })).toBeVisible()
  },
}

/** In both themes, one after the other on the same page. */
async function expectAccessibleInBoth(page: Page): Promise<void> {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    // A dialog on its way in is half transparent.
    await page.waitForFunction(() => document.getAnimations().length === 0)
    await expectAccessible(page)
  }
}

for (const [name, open] of Object.entries(SCREENS)) {
  test(`axe-core finds nothing on ${name}, light and dark`, async ({ page, demo }) => {
    await signIn(page, demo.url)
    await expect(page.locator('[data-article]').first()).toBeVisible()
    await open(page)
    await expectAccessibleInBoth(page)
  })
}

test('axe-core finds nothing on the sign-in page, light and dark', async ({ page, demo }) => {
  await page.goto(`${demo.url}/sign-in`)
  await expectAccessibleInBoth(page)
})

test('the sign-in page works without script', async ({ browser, demo }) => {
  const context = await browser.newContext({ javaScriptEnabled: false })
  const page = await context.newPage()
  await page.goto(`${demo.url}/sign-in`)
  await page.getByLabel('Mail address').fill('nell@ashgrove.example')
  await page.getByLabel('Password').fill('wrong')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('do not belong together')
  await page.getByRole('button', { name: 'Sign in as Nell Ashgrove' }).click()
  await expect(page).toHaveURL(/\/wire/)
  await context.close()
})
