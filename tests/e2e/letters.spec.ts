import { pdfOf } from '../../standins/pdf'
import { drawScene } from '../../standins/pictures'
import { CHATTERBROOK, makeBrand, playHours } from '../support/world'
import { until } from '../support/person'
import { expect, expectAccessible, signIn, test } from './support'

test('a find that is mailed with a picture is a clipping, and answered', async ({ page, world }) => {
  const nell = await world.nell()
  await makeBrand(nell, [CHATTERBROOK])
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/capture`)
  const part = page.getByRole('region', { name: 'By mail' })
  const address = part.getByLabel('Your secret mail address')

  await test.step('the address is made once it is known who may send to it', async () => {
    await part.getByLabel('Senders it takes letters from').fill('nell at the desk')
    await part.getByRole('button', { name: 'Make my address' }).click()
    await expect(part.getByRole('alert')).toBeVisible()
    await part.getByLabel('Senders it takes letters from').fill('nell@desk.example')
    await part.getByRole('button', { name: 'Make my address' }).click()
    await expect(address).toHaveValue(/^[0-9a-f]{32}\.[0-9a-f]{24}@/)
    await expect(part).toContainText('No letter has come yet.')
    await expectAccessible(page)
  })

  await test.step('the letter is told of as it comes, and leads to its clipping', async () => {
    const sent = await world.mail({
      from: 'Nell <nell@desk.example>',
      to: await address.inputValue(),
      subject: 'Dark at eleven',
      text: 'For Friday: https://bellhaven.example/lamps-off',
      attachments: [
        {
          filename: 'tower.png',
          contentType: 'image/png',
          content: drawScene('tower', 'The tower', 'square').toString('base64'),
        },
      ],
    })
    expect(sent.taken).toBe(true)
    await expect(part).toContainText('Clipped “Dark at eleven”.')
    await part.getByRole('link', { name: 'See the clipping' }).click()
    const preview = page.getByRole('complementary', { name: 'Preview' })
    await expect(preview).toContainText('For Friday:')
    await expect(preview).toContainText('The owls are back in the church tower.')
    await expect(preview.locator('img')).toHaveJSProperty('complete', true)
    await expect(preview.locator('img')).not.toHaveJSProperty('naturalWidth', 0)
  })

  const answer = await until('the answer', async () =>
    (await world.told()).find(({ text }) => text.startsWith('Re: Dark at eleven')),
  )
  expect([answer.to, answer.from]).toEqual(['nell@desk.example', ''])
  expect(answer.text).toContain('Clipped “Dark at eleven”.')
})

test('a PDF is clipped, words of it quoted, and the quote lined up', async ({ page, world }) => {
  const nell = await world.nell()
  await makeBrand(nell, [CHATTERBROOK])
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/capture`)
  await page.locator('input[type=file]').setInputFiles({
    name: 'trees.pdf',
    mimeType: 'application/pdf',
    buffer: pdfOf('The count of trees', 'Ida Quist', [
      { heading: 'The count of trees', lines: ['Of 4,812 trees, 311 stand dry since', 'the summer.'] },
    ]),
  })
  await expect(page.getByText('PDF, 1 page')).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('The count of trees')
  await expect(page.getByRole('radio', { name: 'Use the picture that came with it' })).toBeChecked()
  await page.getByRole('button', { name: /^Clip/ }).click()
  await expect(page.getByText('Clipped “The count of trees”.')).toBeVisible()

  await page.goto(`${world.server.url}/clippings`)
  await page.locator('[data-clipping]', { hasText: 'The count of trees' }).click()
  const preview = page.getByRole('complementary', { name: 'Preview' })
  const words = 'Of 4,812 trees, 311 stand dry since the summer.'
  await preview.getByText(words).evaluate((paragraph) => {
    const range = document.createRange()
    range.selectNodeContents(paragraph)
    getSelection()!.removeAllRanges()
    getSelection()!.addRange(range)
  })
  await page.getByRole('button', { name: 'Keep these words' }).click()
  await expect(preview.locator('mark')).toHaveText(words)

  await page
    .locator('[data-clipping]')
    .filter({ has: page.getByTitle('Passage') })
    .or(page.locator('[data-clipping]', { hasText: words }))
    .first()
    .getByRole('link', { name: /Write/ })
    .click()
  await page.getByRole('button', { name: `“${words}”` }).click()
  await page.getByRole('button', { name: /^Line up/ }).click()
  await expect(page.getByTestId('notice')).toContainText('Lined up: Chatterbrook')
  await playHours(nell, 30)
  const [posted] = await world.posted('chatterbrook.example')
  expect(posted!.text).toContain(`“${words}”`)
})
