// Handing on, on screen: a webhook is added, an article goes there by one key, a tag hands another on by a
// standing order; the signatures are checked with the reference library of Standard Webhooks.
import { Webhook } from 'standardwebhooks'
import { CHATTERBROOK, makeBrand } from '../support/world'
import { until } from '../support/person'
import { expect, expectAccessible, signIn, test } from './support'

test('an article is handed on by a key, and by a tag through a standing order', async ({ page, worldAt }) => {
  const world = await worldAt(Date.now())
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, {
    address: 'lowlamp.example',
  })
  await nell.want('POST', `${path}/sources`, { feedUrl: url, label: 'The Low Lamp' })
  await signIn(page, world.server.url)
  let secret = ''

  await test.step('a webhook is added; its secret is shown once', async () => {
    await page.goto(`${world.server.url}/set-up/recipients`)
    await expect(page.getByText('No recipients yet')).toBeVisible()
    await page.getByRole('button', { name: 'New recipient' }).click()
    await page.getByRole('button', { name: 'Add it' }).click()
    await expect(page.getByText('Give it a name.')).toBeVisible()
    await page.getByLabel('Name', { exact: true }).fill('Archive')
    await page.getByLabel('Web address', { exact: true }).fill('http://127.0.0.1/inside')
    await page.getByRole('button', { name: 'Add it' }).click()
    await expect(page.getByRole('alert').first()).toBeVisible()
    await page.getByLabel('Web address', { exact: true }).fill('https://doorway.example/plain')
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Add it' }).click()
    secret = await page.getByLabel('Secret', { exact: true }).inputValue()
    expect(secret).toMatch(/^whsec_/)
    await page.getByRole('button', { name: 'I have kept it' }).click()
    await page.getByRole('button', { name: 'Send a trial to Archive' }).click()
    await expect(page.getByText(/Archive took it: 200/)).toBeVisible()
    await expectAccessible(page)
  })

  await test.step('an article goes there by one key, with a note', async () => {
    await page.goto(`${world.server.url}/wire?show=all`)
    await page.locator('[data-article]').first().click()
    await expect(page.getByRole('button', { name: /^Hand on/ })).toBeVisible()
    await page.keyboard.press('h')
    await expect(page.getByRole('radio', { name: /Archive/ })).toBeFocused()
    await page.getByLabel('Note to go with it').fill('For the file')
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Hand on', exact: true }).click()
    await expect(page.getByText('Handed on to Archive.')).toBeVisible()
    world.change('UPDATE dispatches SET due_at = 0')
    await until('it arrived', async () => (await world.webhooks()).length === 2)
  })

  await test.step('a tag hands another on by a standing order', async () => {
    const articles = await nell.want<{ articles: { id: string; title: string }[] }>(
      'GET',
      `${path}/articles?show=all`,
    )
    await nell.want('PUT', `${path}/tags/articles`, {
      ids: [articles.articles[4]!.id],
      add: ['pass on'],
      remove: [],
    })
    await page.goto(`${world.server.url}/order/new`)
    await page.getByLabel('Name', { exact: true }).fill('Pass it on')
    await page.getByRole('button', { name: /^What sets it off/ }).click()
    await page.getByRole('checkbox', { name: 'pass on' }).check()
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: /^What it must be/ }).click()
    await page.getByLabel('At most so old, in hours').fill('')
    await page.keyboard.press('Escape')
    await page.getByRole('button', { name: /^What is done/ }).click()
    await page.getByRole('radio', { name: 'Hand it on to recipients' }).check()
    await page.getByRole('checkbox', { name: 'Archive' }).check()
    await expectAccessible(page)
    await page.keyboard.press('Escape')
    await expect(page.getByRole('button', { name: /hand it on to Archive/ })).toBeVisible()
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await page.getByRole('button', { name: 'Switch on' }).click()
    await expect(page.getByText(/Pass it on is on/)).toBeVisible()
    await page.goto(`${world.server.url}/wire?show=all`)
    let come = (): void => undefined
    const coming = new Promise<void>((resolve) => (come = resolve))
    await page.route(/\/articles\/[0-9a-f-]{36}$/, async (asked) => {
      await coming
      await asked.continue()
    })
    await page.locator('[data-article]').nth(1).click()
    // What is typed at once goes into the field, and is no command, even where the article itself is still on
    // its way: p would pass it.
    await expect(page.getByRole('article')).toContainText('Loading')
    await page.keyboard.press('t')
    await page.keyboard.type('pass on')
    come()
    await expect(page.getByRole('combobox', { name: 'Tags' })).toHaveValue('pass on')
    await page.keyboard.press('Enter')
    await until('it arrived', async () => (await world.webhooks()).length === 3)
    const sent = (await world.webhooks()).map(({ body, headers }) => {
      new Webhook(secret).verify(body, headers as Record<string, string>)
      return JSON.parse(body) as {
        type: string
        data: { note?: string; order?: string | null; tags?: string[] }
      }
    })
    expect(sent.map(({ type }) => type)).toEqual(['trial', 'article.handed-on', 'article.handed-on'])
    expect(sent[1]!.data).toMatchObject({ note: 'For the file', order: null })
    expect(sent[2]!.data).toMatchObject({ order: 'Pass it on', tags: ['pass on'] })
  })

  await test.step('all of it is in the log', async () => {
    await page.goto(`${world.server.url}/set-up/recipients`)
    await expect(page.locator('[data-dispatch]')).toHaveCount(2)
    await expect(page.locator('[data-dispatch]').first()).toContainText('Pass it on')
    await page.getByRole('button', { name: 'Remove: Archive' }).click()
    await expect(page.getByText('No recipients yet')).toBeVisible()
    await page.getByTestId('notice').getByRole('button', { name: 'Undo' }).click()
    await expect(page.locator('[data-recipient]')).toHaveCount(1)
  })
})
