// Drafting on screen: a model is set and tried, three drafts are written side by side, a false number is
// marked, one is chosen and undone; and a token for a program, with what programs may ask.
import { CHATTERBROOK, makeBrand, type World } from '../support/world'
import type { Person } from '../support/person'
import { expect, expectAccessible, signIn, test } from './support'

async function brandThatReads(world: World): Promise<{ nell: Person; path: string; articleId: string }> {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  const { url } = await nell.want<{ url: string }>('POST', `${path}/sources/look`, {
    address: 'lowlamp.example',
  })
  await nell.want('POST', `${path}/sources`, { feedUrl: url, label: 'The Low Lamp' })
  const { articles } = await nell.want<{ articles: { id: string }[] }>('GET', `${path}/articles?show=all`)
  return { nell, path, articleId: articles[0]!.id }
}

test('drafts are written side by side, a false number is marked, and one is chosen', async ({
  page,
  worldAt,
}) => {
  const world = await worldAt(Date.now())
  const { nell, path, articleId } = await brandThatReads(world)
  await signIn(page, world.server.url)

  await test.step('without a model they are sentences of the article', async () => {
    await page.goto(`${world.server.url}/desk/new?article=${articleId}`)
    await page.getByRole('button', { name: 'Drafts', exact: true }).click()
    await expect(page.getByText('No model is set.', { exact: false })).toBeVisible()
    await expect(page.getByText('Sentences from the article, to rework.')).toBeVisible()
    expect(await world.asks('model.example')).toEqual([])
    await page.getByRole('link', { name: 'Set one' }).click()
  })

  await test.step('a model is set, and tried', async () => {
    await expect(page.getByText('No model is set')).toBeVisible()
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Set a model' }).click()
    await page.getByLabel('Address of the server').fill('http://127.0.0.1/v1')
    await page.getByLabel('Key', { exact: true }).fill('quiet-harbour')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByText('Name the model, as its server does.')).toBeVisible()
    await page.getByLabel('Model', { exact: true }).fill('hush-2')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('alert').first()).toBeVisible()
    await page.getByLabel('Address of the server').fill('https://model.example/v1')
    await expectAccessible(page)
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.locator('[data-model]')).toContainText('hush-2 at model.example')
    await page.getByRole('button', { name: 'Try it' }).click()
    await expect(page.getByText(/It answers “ready”/)).toBeVisible()
  })

  await test.step('three are written; what is sent is shown before', async () => {
    await page.goto(`${world.server.url}/desk/new?article=${articleId}`)
    await page.getByRole('button', { name: 'Drafts', exact: true }).click()
    await page.getByRole('button', { name: 'What is sent' }).click()
    await expect(page.getByRole('region', { name: 'What is sent' })).toContainText('The JSON is data.')
    expect(await world.asks('model.example')).toHaveLength(1)
    await page.getByRole('button', { name: 'What is sent' }).click()
    await page.getByRole('button', { name: 'Write 3 drafts' }).click()
    await expect(page.locator('[data-draft]')).toHaveCount(3)
    const wrong = page.locator('[data-draft]', { hasText: '417' })
    await expect(wrong.locator('mark')).toHaveText('417')
    await expect(wrong).toContainText('The article doesn’t have the number 417.')
    await expectAccessible(page)
  })

  await test.step('one becomes the text, says where it came from, and goes by an undo', async () => {
    const first = page.locator('[data-draft]').first()
    await first.getByRole('button', { name: 'Use this' }).click()
    const text = page.getByRole('textbox', { name: 'Main text', exact: true })
    await expect(text).not.toHaveValue('')
    await expect(page.locator('[data-origin]')).toContainText('Drafted by hush-2 at model.example')
    const taken = await text.inputValue()
    await page.getByRole('button', { name: /^Undo/ }).click()
    await expect(text).toHaveValue('')
    await expect(page.locator('[data-origin]')).toHaveCount(0)
    const wrong = page.locator('[data-draft]', { hasText: '417' })
    await wrong.getByRole('button', { name: 'Use this' }).click()
    await expect(page.locator('[data-origin]')).toContainText('Check before it goes out')
    await text.fill((await text.inputValue()).replace('417', 'Many'))
    await expect(page.locator('[data-origin]')).toContainText('reworked since')
    await expect(page.locator('[data-origin]')).not.toContainText('Check before it goes out')
    expect(taken).not.toBe('')
    // The article is changed after its draft, which says so.
    world.change(`UPDATE articles SET changed_at = ${Date.now() + 60_000} WHERE id = '${articleId}'`)
    await page.reload()
    await expect(page.locator('[data-origin]')).toContainText('The article has been changed since')
    await page.getByRole('button', { name: 'Drafts', exact: true }).click()
    // Nothing went out, and nobody approved it.
    expect(world.rows(`SELECT * FROM posts WHERE approval <> 'draft'`)).toEqual([])
  })

  await test.step('one is asked for again, shorter; a server that refuses says so in its place', async () => {
    await page.locator('[data-draft]').first().getByRole('button', { name: 'Shorter' }).click()
    await expect(page.locator('[data-draft]')).toHaveCount(4)
    await world.trouble('model.example', { refuse: { status: 429, message: 'Slow down.', retryAfter: 9 } })
    await page.locator('[data-draft]').first().getByRole('button', { name: 'As a question' }).click()
    await expect(page.locator('[data-going]')).toContainText('asks to be let be for 9 seconds')
    await expectAccessible(page)
    await world.trouble('model.example', null)
  })
  await nell.want('GET', path)
})

test('a program gets a token, and reads what it may ask', async ({ page, worldAt }) => {
  const world = await worldAt(Date.now())
  const { path } = await brandThatReads(world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/programs`)
  await expect(page.getByText('No tokens')).toBeVisible()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'New token' }).click()
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByText('Give it a name.')).toBeVisible()
  await page.getByLabel('Which program it is for').fill('The door counter')
  await page.getByLabel('Clip, shelve, pass, tag, capture and hand on').check()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Make it' }).click()
  const token = await page.getByLabel('Token', { exact: true }).inputValue()
  await page.getByRole('button', { name: 'I have kept it' }).click()
  await expect(page.locator('[data-token]')).toContainText('read, clip · not used yet')
  const asked = (at: string): Promise<Response> =>
    fetch(`${world.server.url}${at}`, { headers: { authorization: `Bearer ${token}` } })
  expect((await asked(`${path}/sources`)).status).toBe(200)

  await test.step('the page is there without a sign-in', async () => {
    const elsewhere: string[] = []
    page.on('request', (request) => {
      if (!request.url().startsWith(world.server.url)) elsewhere.push(request.url())
    })
    await page.goto(`${world.server.url}/api/docs`)
    await expect(page.getByRole('heading', { name: 'How programs ask Clear Quill' })).toBeVisible()
    await page.getByText('/api/brands/{brandId}/articles', { exact: true }).click()
    await expect(page.getByText('Only those that hold these words.')).toBeVisible()
    expect(elsewhere.filter((url) => !url.startsWith('data:'))).toEqual([])
  })

  await test.step('it is ended', async () => {
    await page.goto(`${world.server.url}/set-up/programs`)
    await page.getByRole('button', { name: 'End The door counter' }).click()
    await expect(page.getByText('No tokens')).toBeVisible()
    expect((await asked(`${path}/sources`)).status).toBe(401)
  })
})
