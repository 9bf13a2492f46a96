import published from 'twitter-text'
import { makeBrand } from '../support/world'
import { expect, signIn, test } from './support'

test('from a feed to a post on two networks', async ({ page, world }) => {
  const nell = await world.nell()
  await makeBrand(nell)
  await signIn(page, world.server.url)

  await test.step('a source is found by its site, and wrong addresses say what is wrong', async () => {
    await page.getByRole('link', { name: 'Add a source' }).click()
    const address = page.getByLabel('Address of a site or a feed')
    const find = page.getByRole('button', { name: 'Find its feed' })
    for (const [wrong, sentence] of [
      ['no address', 'is not a web address'],
      ['plainpage.example', 'names no feed'],
      ['https://notafeed.example/feed.xml', 'neither RSS, Atom nor JSON Feed'],
      ['http://127.0.0.1/', 'inside a private network'],
    ] as const) {
      await address.fill(wrong)
      await find.click()
      await expect(page.getByRole('alert')).toContainText(sentence)
      await expect(address).toHaveValue(wrong)
    }
    await address.fill('grainledger.example')
    await find.click()
    await expect(page.getByText('Its newest')).toBeVisible()
    await page.getByRole('button', { name: 'Add the source' }).click()
    await expect(page.getByRole('row', { name: /The Grain Ledger/ })).toBeVisible()
  })

  await test.step('a watch filters its articles and marks their words', async () => {
    await page.getByRole('link', { name: 'Wire' }).click()
    await expect(page.locator('[data-article]').first()).toBeVisible()
    await page.getByRole('link', { name: 'New watch' }).click()
    await page.getByLabel('Name', { exact: true }).fill('Vomitoxin')
    await page.getByLabel('Extra words: or any of').fill('vomitoxin')
    await page.getByLabel('None of').fill('weather')
    await page.getByRole('button', { name: 'Add the watch' }).click()
    await expect(page.getByRole('button', { name: /^Vomitoxin/ })).toHaveAttribute('aria-pressed', 'true')
    await expect(page.locator('[data-article]')).toHaveCount(1)
    await page.keyboard.press('j')
    await expect(page.locator('#article mark').first()).toHaveText(/vomitoxin/i)
  })

  const line = 'A fifth of the samples, and all of them from one wet strip: “look at the map” first 🌾.'
  let proof = ''
  await test.step('a line is written, with each network’s own length', async () => {
    // Typed at once: what comes before the field is there goes into it.
    await page.keyboard.press('w')
    await page.keyboard.type(line)
    await expect(page.getByRole('textbox', { name: 'Your line' })).toHaveValue(line)
    await page.getByLabel(/^Hashtags/).fill('wheat')
    await page.getByRole('button', { name: 'Proof for Chatterbrook' }).click()
    await expect(page.getByTestId('proof-Chatterbrook')).toContainText('#wheat')
    proof = (await page.getByTestId('proof-Chatterbrook').textContent())!
    expect(proof.startsWith(`${line} #wheat\n\nVomitoxin map`)).toBe(true)
    const weighted = published.parseTweet(proof.replace('.example', '.com')).weightedLength
    await expect(page.getByTestId('length-Chatterbrook')).toHaveText(`${weighted}/280`)
    await expect(page.getByRole('list', { name: 'Accounts' })).toContainText('Tue 2, 10:00')
  })

  await test.step('it is lined up, shown on the Schedule and the ribbon', async () => {
    await page.getByRole('textbox', { name: 'Your line' }).focus()
    await page.keyboard.press('Control+Enter')
    await expect(page.getByTestId('notice')).toContainText(
      'Chatterbrook Tue 2, 10:00 · Commonfire Tue 2, 10:00',
    )
    await page.getByRole('link', { name: 'Schedule' }).click()
    await expect(page.locator('[data-state=lined-up]')).toHaveCount(2)
    await expect(page.getByRole('region', { name: 'The next seven days' })).toContainText('2 lined up')
  })

  await test.step('it goes out at its slot, and the screen shows it by itself', async () => {
    await page.getByRole('button', { name: '+1 hour' }).click()
    await expect(page.locator('[data-state=sent]')).toHaveCount(2)
    await page.locator('[data-state=sent]').first().click()
    await expect(page.getByTestId('card-text')).toHaveText(proof)
  })

  await test.step('both networks’ pages show it, once each, as the proof said', async () => {
    for (const host of ['chatterbrook.example', 'commonfire.example']) {
      await page.goto(`${world.standins.url}/sites/${host}/@spare`)
      await expect(page.locator('article .text')).toHaveCount(1)
      expect(await page.locator('article .text').textContent()).toBe(proof)
    }
  })
})
