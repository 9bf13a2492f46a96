import { v7 as uuid } from 'uuid'
import { makeBrand } from '../support/world'
import { expect, reachSites, signIn, test } from './support'

test('clippings as a wall: read, quoted, dragged into a folder, found; a list from elsewhere is read in', async ({
  page,
  context,
  world,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [])
  for (const [url, title] of [
    ['https://bellhaven.example/lamps-off', 'Lamps off'],
    ['https://bellhaven.example/reel', 'Stars from a roof'],
  ]) {
    const id = uuid()
    await nell.want('PUT', `/api/capture/${id}`, { way: 'address', url })
    await nell.want('POST', `${path}/captures/${id}/look`)
    await nell.want('POST', `${path}/captures/${id}/clip`, { title })
  }
  await reachSites(context, world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/clippings`)
  await page.getByRole('button', { name: 'Wall' }).click()
  const card = (title: string) => page.locator('[data-clipping]', { hasText: title })
  const preview = page.getByRole('complementary', { name: 'Preview' })

  await test.step('a video says that it is one; a passage that is kept is marked, and undone', async () => {
    await card('Stars from a roof').getByRole('button').click()
    await expect(preview).toContainText('Video, 3:04')
    await card('Lamps off').getByRole('button').click()
    await expect(preview).toContainText('No post was made from it yet.')
    await preview.getByText('The second number is a third of the first.').evaluate((paragraph) => {
      const [text] = paragraph.childNodes
      const start = text!.textContent!.indexOf('The second number')
      const range = document.createRange()
      range.setStart(text!, start)
      range.setEnd(text!, start + 'The second number is a third of the first.'.length)
      getSelection()!.removeAllRanges()
      getSelection()!.addRange(range)
    })
    await page.getByRole('button', { name: 'Keep these words' }).click()
    await expect(preview.locator('mark')).toHaveText('The second number is a third of the first.')
    await expect(page.locator('[data-clipping]')).toHaveCount(3)
    await page.getByTestId('notice').getByRole('button', { name: 'Undo' }).click()
    await expect(preview.locator('mark')).toHaveCount(0)
    await expect(page.locator('[data-clipping]')).toHaveCount(2)
  })

  await test.step('a folder is made, and a card dragged into it', async () => {
    await page.getByRole('button', { name: 'New folder' }).click()
    await page.getByLabel('Name of the folder').fill('Dark villages')
    await page.getByRole('button', { name: 'Make it' }).click()
    await expect(page.getByRole('dialog')).toHaveCount(0)
    const folder = page.locator('[data-folder="Dark villages"]')
    await expect(folder).toContainText('0')
    const from = (await card('Lamps off').boundingBox())!
    const to = (await folder.boundingBox())!
    await page.mouse.move(from.x + 60, from.y + 40)
    await page.mouse.down()
    await page.mouse.move(from.x + 40, from.y + 60, { steps: 4 })
    await page.mouse.move(to.x + 40, to.y + 12, { steps: 8 })
    await page.mouse.up()
    await expect(page.getByText('Moved 1 clipping into Dark villages.')).toBeVisible()
    await folder.click()
    await expect(page.locator('[data-clipping]')).toHaveCount(1)
    await page.getByRole('button', { name: 'All clippings' }).click()
  })

  await test.step('a table’s columns are matched, its rows read in, its faults named', async () => {
    await page.getByRole('button', { name: 'Lists from elsewhere' }).first().click()
    const dialog = page.getByRole('dialog')
    const rows = Array.from({ length: 300 }, (_, at) =>
      at % 50 === 9 ? `no address,Row ${at}\n` : `https://list.example/${at},Row ${at}\n`,
    )
    await dialog.locator('input[type=file]').setInputFiles({
      name: 'later.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`where,what\n${rows.join('')}`),
    })
    await expect(dialog.getByText('Table: 300 rows')).toBeVisible()
    await expect(dialog.getByLabel('Address')).toHaveValue('0')
    await dialog.getByLabel('Title').selectOption({ label: 'what' })
    await dialog.getByRole('button', { name: 'Read them in' }).click()
    await expect(dialog.getByText('294 kept, 6 could not be used')).toBeVisible({ timeout: 20_000 })
    await dialog.getByText('What could not be used (6)').click()
    await expect(dialog.getByText('“no address” is not a web address.').first()).toBeVisible()
    await dialog.getByRole('button', { name: 'Close', exact: true }).click()
    await expect(page.getByRole('button', { name: 'To write 296' })).toBeVisible()
  })

  await test.step('what is saved as bookmarks is read by the browser’s own parser as it was kept', async () => {
    const file = await page.request.get(`${world.server.url}${path}/saved-lists/file?format=bookmarks`)
    const read = await page.evaluate(
      (text) => {
        const parsed = new DOMParser().parseFromString(text, 'text/html')
        const inFolder = [...parsed.querySelectorAll('h3')].map((head) => [
          head.textContent,
          [...(head.closest('dt')?.querySelectorAll('dl a') ?? [])].map((link) => link.textContent),
        ])
        return { links: [...parsed.links].map(({ href }) => href), inFolder }
      },
      await file.text(),
    )
    expect(read.inFolder).toEqual([['Dark villages', ['Lamps off']]])
    expect(read.links).toHaveLength(296)
    expect(new Set(read.links).size).toBe(296)
    expect(read.links).toContain('https://list.example/299')
  })

  await test.step('Find finds a clipping by words of its text', async () => {
    await page.goto(`${world.server.url}/find?q=owls+tower`)
    await page.locator('[data-found-clipping]', { hasText: 'Lamps off' }).click()
    await expect(preview).toContainText('The owls are back in the church tower.')
  })
})
