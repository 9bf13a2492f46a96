// A file of posts: chosen, mended in the table, lined up, and taken back.
import { strToU8, zipSync } from 'fflate'
import { CHATTERBROOK, COMMONFIRE, makeBrand } from '../support/world'
import { expect, expectAccessible, signIn, test, toSchedule } from './support'

test('a file of sixty posts with eight faults is mended on screen and lined up', async ({ page, world }) => {
  const nell = await world.nell()
  await makeBrand(nell, [CHATTERBROOK, COMMONFIRE])
  const rows = Array.from({ length: 60 }, (_, at) => [`Post ${at + 1}`, 'Chatterbrook', '', '', '', ''])
  rows[3]![1] = 'Chatterbrok'
  rows[7]![0] = ''
  rows[12]![2] = '2027-02-30 10:00'
  rows[18]![2] = '2027-03-01 10:00'
  rows[23]![3] = 'Weather'
  rows[31]![0] = 'so '.repeat(200)
  rows[40]![4] = 'paper dot example'
  rows[55]![5] = 'moon.png'
  const table = ['text,account,when exactly,pillar,link,picture', ...rows.map((cells) => cells.join(','))]
  const tower = await fetch(`${world.standins.url}/sites/bellhaven.example/pictures/tower.png`)
  const picture = new Uint8Array(await tower.arrayBuffer())
  const zip = zipSync({ 'list.csv': strToU8(table.join('\n')), 'img/tower.png': picture })

  await signIn(page, world.server.url)
  await toSchedule(page)
  await page.getByRole('button', { name: 'List', exact: true }).click()
  await page.getByRole('link', { name: 'Posts from a file' }).click()
  await expect(page.getByText('None yet.')).toBeVisible()
  await expectAccessible(page)
  await page.getByLabel('Choose a file', { exact: true }).setInputFiles({
    ...{ name: 'spring.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) },
  })
  await expect(page.getByRole('heading', { name: 'spring.zip' })).toBeVisible()
  // One head says nothing to the program: its column is matched by hand.
  await page.getByLabel('What when exactly is').selectOption({ label: 'Time' })
  await page.getByRole('button', { name: 'Read it so' }).click()
  const tab = (name: string) => page.getByRole('group', { name: 'Rows shown' }).getByRole('button', { name })
  await expect(tab('To mend')).toContainText('8')
  await expectAccessible(page)

  await tab('To mend').click()
  const table_ = page.getByRole('table', { name: 'Rows of the file' })
  await expect(table_.getByRole('row')).toHaveCount(9)
  await expect(table_).toContainText('Account: There is no account “Chatterbrok”.')
  await table_.getByRole('button', { name: 'Post 4', exact: true }).click()
  const panel = page.getByRole('form', { name: /Row/ })
  const mend = async (field: string, value: string): Promise<void> => {
    const input = panel.getByLabel(field, { exact: true })
    await expect(input).toHaveAttribute('aria-invalid', 'true')
    await input.fill(value)
    await panel.getByRole('button', { name: 'Check this row' }).click()
    await expect(input).not.toHaveAttribute('aria-invalid', 'true')
  }
  const next = async (line: number): Promise<void> => {
    await panel.getByRole('button', { name: 'Next to mend' }).click()
    await expect(page.getByRole('form', { name: `Row ${line}`, exact: true })).toBeVisible()
  }
  await mend('Account', 'Commonfire')
  await next(9)
  await mend('Text', 'Post 8')
  await next(14)
  await mend('Time', '2027-03-03 12:30')
  await next(20)
  await mend('Time', '')
  await next(25)
  await mend('Pillar', '')
  await next(33)
  await mend('Text', 'Post 32')
  await next(42)
  await mend('Link', 'https://paper.example/lamp')
  await next(57)
  await expect(panel.getByText('No picture “moon.png” came with the file.')).toBeVisible()
  await expectAccessible(page)
  await page.getByLabel('Add pictures').setInputFiles({
    ...{ name: 'moon.png', mimeType: 'image/png', buffer: Buffer.from(picture) },
  })
  await expect(page.getByText('No row of this file is so.')).toBeVisible()

  // One row is left out; all others go into the line, and one leads to its post.
  await tab('All').click()
  await table_.getByRole('checkbox', { name: 'Take row 3' }).uncheck()
  await page.getByRole('button', { name: 'Line up 59 posts' }).click()
  await expect(tab('Lined up')).toContainText('59')
  await page.keyboard.press('Escape')
  await table_.getByRole('button', { name: 'Post 1', exact: true }).click()
  await expect(panel.getByRole('link', { name: 'Open the post' })).toBeVisible()
  expect(world.rows('SELECT count(*) AS n FROM lines')).toEqual([{ n: 59 }])

  await page.getByRole('button', { name: 'Take them back' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Take them back' }).click()
  await expect(tab('Ready')).toContainText('59')
  expect(world.rows('SELECT count(*) AS n FROM lines')).toEqual([{ n: 0 }])
  await page.getByRole('button', { name: 'Remove the file' }).click()
  await expect(page.getByText('None yet.')).toBeVisible()
  await page.keyboard.press('u')
  await expect(page.getByRole('link', { name: /spring\.zip/ })).toBeVisible()
})

test('what is no file of posts says so', async ({ page, world }) => {
  const nell = await world.nell()
  await makeBrand(nell, [CHATTERBROOK])
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/posts-from-file`)
  const give = (name: string, content: Uint8Array): Promise<void> =>
    page.getByLabel('Choose a file', { exact: true }).setInputFiles({
      ...{ name, mimeType: 'text/csv', buffer: Buffer.from(content) },
    })
  await give('empty.csv', new Uint8Array())
  await expect(page.getByRole('alert')).toContainText('The file is empty.')
  await give('heads.csv', strToU8('text,account\n'))
  await expect(page.getByRole('alert')).toContainText('It holds no rows that could be posts')
  await give('two.zip', zipSync({ 'a.csv': strToU8('x'), 'b.csv': strToU8('y') }))
  await expect(page.getByRole('alert')).toContainText('more than one table: a.csv, b.csv')
  await give('none.zip', zipSync({ 'a.png': strToU8('x') }))
  await expect(page.getByRole('alert')).toContainText('holds no table')
  await give('broken.zip', strToU8('PK\u0003\u0004 and then nothing'))
  await expect(page.getByRole('alert')).toContainText('can’t be opened')
})
