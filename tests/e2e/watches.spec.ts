import { makeBrand } from '../support/world'
import { expect, signIn, test } from './support'

test('a watch is made in the form, written on as text, broken and mended, saved; its articles are tagged on the Wire; edited, the archive is marked again', async ({
  page,
  today: world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  for (const [label, host] of [
    ['Lamp', 'lowlamp.example/feed.xml'],
    ['Corrente', 'corrente.example'],
  ]) {
    const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, { address: host })
    await nell.want('POST', `${path}/sources`, {
      feedUrl: url,
      label,
      folder: label === 'Lamp' ? 'Light' : null,
      own: false,
    })
  }
  await signIn(page, world.server.url)
  await expect(page.locator('[data-article]').first()).toBeVisible()
  await page.getByRole('link', { name: 'New watch' }).click()
  const count = page.locator('[data-count]')
  const query = page.locator('[data-query]')

  await test.step('the form shows what it would have marked, by week and by word', async () => {
    await page.getByLabel('Name', { exact: true }).fill('Lights at night')
    await page.getByLabel('Main words: any of').fill('billboard*')
    await expect(query).toHaveText('billboard*^2')
    await expect(count).toHaveText(/^\d+ articles?$/)
    const few = Number.parseInt(await count.innerText())
    expect(few).toBeGreaterThan(0)
    await expect(page.locator('[data-match] mark').first()).toHaveText(/billboard/i)
    const weeks = await page
      .locator('[data-week]')
      .evaluateAll((all) => all.map((one) => Number(one.querySelector('text')!.textContent)))
    expect(weeks.length).toBeGreaterThanOrEqual(5)
    expect(weeks.reduce((sum, one) => sum + one, 0)).toBe(few)
    await page.getByLabel('Extra words: or any of').fill('lamp, street lighting')
    await expect(query).toHaveText('billboard*^2 OR lamp OR "street lighting"')
    await expect.poll(async () => Number.parseInt(await count.innerText())).toBeGreaterThan(few)
    // What a word is worth, and the query without it by one press.
    await expect(page.getByText(/^without it \d+$/)).toHaveCount(3)
    await page.getByLabel('None of').fill('comet')
    await expect(query).toHaveText('(billboard*^2 OR lamp OR "street lighting") -comet')
    await page.getByRole('button', { name: 'Take off: "street lighting"' }).click()
    await expect(page.getByLabel('Extra words: or any of')).toHaveValue('lamp')
  })

  await test.step('as text it is broken, and mended where it is underlined', async () => {
    await page.getByRole('button', { name: 'As text' }).click()
    const text = page.getByLabel('The query')
    await expect(text).toHaveValue('(billboard*^2 OR lamp) -comet')
    await text.fill('(billboard*^2 OR lamp -comet')
    await expect(page.getByRole('alert')).toContainText('At character 1: This bracket is not closed.')
    await text.fill('(billboard*^2 OR lamp) titel:night')
    await expect(page.locator('[data-trouble]')).toHaveText('titel:night')
    await expect(page.getByRole('alert')).toContainText('There is no field “titel:”')
    await page.getByRole('button', { name: 'Add the watch' }).click()
    await expect(page.getByRole('button', { name: 'Add the watch' })).toBeVisible()
    await text.fill('(billboard*^2 OR lamp) body:night')
    await expect(page.locator('[data-trouble]')).toHaveCount(0)
    await page.getByRole('button', { name: 'As a form' }).click()
    await expect(page.getByRole('status').filter({ hasText: 'more than a form can' })).toBeVisible()
    await page.getByRole('button', { name: 'As text' }).click()
    await text.fill('(billboard*^2 OR lamp) -comet')
  })

  await test.step('what is typed survives a reload', async () => {
    await page.getByRole('combobox', { name: 'Puts these tags on its articles' }).fill('Dark sky')
    await page.keyboard.press('Enter')
    await page.reload()
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Lights at night')
    await expect(page.locator('[data-tag]')).toHaveText(/Dark sky/)
    await expect(page.locator('[data-query]')).toHaveText('(billboard*^2 OR lamp) -comet')
  })

  let before = 0
  await test.step('saved, its articles are on the Wire, marked and tagged, with the reason', async () => {
    await page.getByRole('button', { name: 'Add the watch' }).click()
    await expect(page.getByRole('button', { name: /^Lights at night/ })).toHaveAttribute(
      'aria-pressed',
      'true',
    )
    await expect(page.locator('[data-article]').first()).toBeVisible()
    before = await page.locator('[data-article]').count()
    await page.keyboard.press('j')
    await expect(page.locator('#article [data-tag]')).toHaveText(/Dark sky/)
    await expect(page.locator('[data-because]')).toContainText('Lights at night: “')
    await expect(page.locator('#article mark').first()).toHaveText(/billboard|lamp/i)
  })

  await test.step('a tag is put on by hand, and taken off what a watch had put on', async () => {
    await page.keyboard.press('t')
    await page.getByRole('combobox', { name: 'Tags' }).fill('Week 9')
    await page.keyboard.press('Enter')
    await expect(page.getByTestId('notice')).toContainText('Tagged Week 9: 1 article')
    await page.keyboard.press('Escape')
    await expect(page.locator('#article [data-tag]')).toHaveText([/Dark sky/, /Week 9/])
    await page.getByRole('button', { name: 'Take off: Dark sky' }).click()
    await expect(page.locator('#article [data-tag]')).toHaveText([/Week 9/])
    await page.keyboard.press('u')
    await expect(page.locator('#article [data-tag]')).toHaveText([/Dark sky/, /Week 9/])
    await page.keyboard.press('j')
    await page.keyboard.press('x')
    await page.keyboard.press('j')
    await page.keyboard.press('x')
    await page.getByRole('button', { name: 'Tag', exact: true }).click()
    await page.getByRole('dialog').getByRole('combobox', { name: 'Tags' }).fill('week')
    await page.getByRole('option', { name: 'Week 9' }).click()
    await page.getByRole('dialog').getByRole('button', { name: 'Tag', exact: true }).click()
    await expect(page.getByTestId('notice')).toContainText('Tagged Week 9: 2 articles')
    await page.getByRole('button', { name: 'Clear the choice' }).click()
    await page.getByRole('button', { name: 'Filter', exact: true }).click()
    await page.locator('label', { hasText: /^Tag/ }).locator('select').selectOption({ label: 'Week 9' })
    await expect(page.locator('[data-article]')).toHaveCount(3)
    await page.getByRole('button', { name: 'Clear all filters' }).click()
  })

  await test.step('edited, it looks through the archive again; its list has a place on the rail and in Find', async () => {
    await page.getByRole('link', { name: 'Edit the watch: Lights at night' }).click()
    await page.getByLabel('None of').fill('')
    await page.getByLabel('Extra words: or any of').fill('')
    await page.getByText('Keeps its articles as a list').click()
    await page.getByText('Shows the list at the left').click()
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByTestId('notice')).toContainText('Saved.')
    await page
      .getByRole('navigation', { name: 'Screens' })
      .getByRole('link', { name: 'Lights at night' })
      .click()
    await expect(page.locator('[data-article] mark').first()).toHaveText(/billboard/i)
    await expect.poll(() => page.locator('[data-article]').count()).toBeLessThan(before)
    for (const title of await page.locator('[data-article] .serif').allInnerTexts())
      expect(title).not.toBe('')
    await page.keyboard.press('/')
    await page.getByLabel('Words to find').fill('lights at')
    await expect(page.locator('#found').getByRole('button', { name: /Lights at night.*list/ })).toBeVisible()
  })
})

test('tags are renamed and merged; a watch starts from selected words and from a source', async ({
  page,
  today: world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell)
  await nell.want('POST', `${path}/sources`, {
    feedUrl: 'https://lowlamp.example/feed.xml',
    label: 'Lamp',
    folder: null,
    own: false,
    tags: ['Lamps'],
  })
  await nell.want('POST', `${path}/watches`, { name: 'Boards', query: 'billboard*', tags: ['Signs'] })
  await signIn(page, world.server.url)
  await page.locator('[data-article]').first().click()
  await expect(page.locator('#article .prose p').first()).toBeVisible()
  await page
    .locator('#article .prose p')
    .first()
    .click({ clickCount: 2, position: { x: 12, y: 10 } })
  await page.getByRole('button', { name: 'Watch', exact: true }).click()
  await expect(page).toHaveURL(/watch\/new/)
  await expect(page.locator('[data-count]')).toHaveText(/^\d+ articles?$/)
  expect(await page.locator('[data-query]').innerText()).not.toBe('')

  await page.goto(`${world.server.url}/set-up/sources`)
  await page.getByRole('button', { name: 'Edit: Lamp' }).click()
  await page.getByRole('link', { name: 'Watch this source' }).click()
  await expect(page.locator('[data-query]')).toHaveText('source:"Lamp"')

  await page.goto(`${world.server.url}/set-up/tags`)
  await page.getByRole('button', { name: 'Rename or merge: Signs' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Lamps')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('There is a tag called “Lamps” already')
  await page.getByLabel('Into').selectOption('Lamps')
  await page.getByRole('button', { name: 'Merge', exact: true }).click()
  await expect(page.locator('[data-tag-line]')).toHaveCount(1)
  await expect(page.locator('[data-tag-line]')).toContainText('put on by Boards, Lamp')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await page.keyboard.press('u')
  await expect(page.locator('[data-tag-line]')).toHaveCount(2)
})
