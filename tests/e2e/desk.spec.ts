import type { WirePage } from '#shared/reading/types'
import type { PostView } from '#shared/posts/types'
import { fourAccounts, playHours } from '../support/world'
import { expect, expectAccessible, signIn, test, mainText, saved } from './support'

test('from a passage on the Wire to four networks, written, mended, cropped, approved', async ({
  page,
  world,
  browser,
}) => {
  const { nell, path } = await fourAccounts(world)
  await signIn(page, world.server.url)
  let quoted = ''

  await test.step('a passage is selected, quoted and written about; the same post goes on at the Desk', async () => {
    const { articles } = await nell.want<WirePage>('GET', `${path}/articles`)
    await page.goto(`${world.server.url}/wire?article=${articles.find(({ image }) => image !== null)!.id}`)
    const passage = page.locator('#article .prose p').first()
    await passage.click({ clickCount: 3 })
    quoted = (await page.evaluate(() => document.getSelection()!.toString())).replace(/\s+/g, ' ').trim()
    await page.getByRole('button', { name: /^Quote/ }).click()
    const line = page.getByRole('textbox', { name: 'Your line' })
    await expect(line).toHaveValue(`“${quoted}”`)
    await line.fill(`Worth the walk up: “${quoted.slice(0, 150)}”`)
    await saved(page)
    await line.press('Escape')
    await page.keyboard.press('e')
    await expect(mainText(page)).toHaveValue(`Worth the walk up: “${quoted.slice(0, 150)}”`)
  })

  await test.step('too long for one network, it is mended by what that one offers, and there alone', async () => {
    await mainText(page).fill(
      `Worth the walk up: “${quoted.slice(0, 60)}” ${'Look up tonight, and bring a coat. '.repeat(8)}`.slice(
        0,
        249,
      ),
    )
    await page.getByLabel(/^Hashtags:/).fill('#light #night')
    await page.getByLabel(/^Hashtags:/).press('Tab')
    const proof = page.getByRole('region', { name: 'Proof for Chatterbrook' })
    const length = page.getByTestId('length-Chatterbrook')
    await expect(proof.getByRole('button', { name: 'Leave out #night' })).toBeVisible()
    await expect(page.getByRole('button', { name: /^Line up 2 of 3/ })).toBeVisible()
    await proof.getByRole('button', { name: 'Leave out #night' }).click()
    await expect(proof.getByRole('button', { name: 'Put back #night' })).toBeVisible()
    // As many as it takes: how long the article's headline is, the outlets decide.
    for (const offer of ['Leave out #light', 'Leave out the title']) {
      await page.waitForTimeout(400)
      if (/text-bad/.test((await length.getAttribute('class')) ?? ''))
        await proof.getByRole('button', { name: offer }).click()
    }
    await expect(length).not.toHaveClass(/text-bad/)
    await expect(page.getByTestId('proof-Commonfire')).toContainText('#light #night')
    await expect(page.getByTestId('proof-Chatterbrook')).not.toContainText('#night')
  })

  await test.step('one account gets its own wording', async () => {
    const proof = page.getByRole('region', { name: 'Proof for Guildhall' })
    await proof.getByRole('button', { name: 'Own wording' }).click()
    await page
      .getByLabel('Own wording, Guildhall')
      .fill('For those who plan lighting: read the second table.')
    await expect(page.getByTestId('proof-Guildhall')).toContainText(
      'For those who plan lighting: read the second table. #light #night',
    )
  })

  await test.step('a picture of the article is taken, described, and cropped to Mantel’s shape', async () => {
    await page
      .getByRole('button', { name: /^Use this picture/ })
      .first()
      .click()
    await page.getByRole('textbox', { name: 'Description' }).fill('Greenhouses glowing under low cloud.')
    await page.getByRole('checkbox', { name: 'For Mantel' }).check()
    await page.getByLabel('Board, Mantel').selectOption('Odds')
    await expect(page.getByText(/Mantel shows 2:3/)).toBeVisible()
    await page.getByRole('button', { name: /^Crop for Mantel/ }).click()
    const frame = page.getByTestId('crop-frame')
    await frame.focus()
    const before = await frame.boundingBox()
    for (let at = 0; at < 3; at++) await page.keyboard.press('ArrowLeft')
    expect((await frame.boundingBox())!.x).toBeLessThan(before!.x)
    await page.getByRole('button', { name: 'Use this part' }).click()
    await expect(page.getByText(/Mantel shows 2:3/)).toHaveCount(0)
    await expectAccessible(page)
  })

  const proofs: Record<string, string> = {}
  await test.step('it is put up for review, and approved by somebody else', async () => {
    for (const name of ['Chatterbrook', 'Commonfire', 'Guildhall', 'Mantel'])
      proofs[name] = (await page.getByTestId(`proof-${name}`).textContent())!
    await saved(page)
    await page.getByRole('button', { name: 'Ask for review' }).click()
    await expect(page.getByTestId('notice')).toContainText('Asked for a review.')
    const context = await browser.newContext()
    const bento = await context.newPage()
    await signIn(bento, world.server.url, 'Bento')
    await bento.getByRole('link', { name: /^Desk/ }).click()
    await expect(bento.locator('[data-post]')).toContainText('In review')
    await bento.getByRole('button', { name: /^Approve:/ }).click()
    await expect(bento.getByTestId('notice')).toContainText('Approved.')
    await context.close()
    await expect(page.getByText('Bento approved it')).toBeVisible()
  })

  await test.step('it is lined up on all four and leaves the Desk', async () => {
    await page.getByRole('button', { name: /^Line up/ }).click()
    await expect(page.getByTestId('notice')).toContainText(/Lined up: Chatterbrook .* · Mantel/)
    await expect(page.getByText('Nothing on the Desk')).toBeVisible()
  })

  await test.step('the networks have exactly what the proofs showed', async () => {
    await playHours(nell, 30)
    for (const [name, text] of Object.entries(proofs)) {
      const [posted, ...more] = await world.posted(`${name.toLowerCase()}.example`)
      expect([name, posted?.text, more.length]).toEqual([name, text, 0])
      expect(posted!.pictures.map(({ alt, hasMetadata }) => [alt, hasMetadata])).toEqual([
        ['Greenhouses glowing under low cloud.', false],
      ])
    }
    const [mantel] = await world.posted('mantel.example')
    const { width, height } = mantel!.pictures[0]!
    expect(width / height).toBeCloseTo(2 / 3, 2)
    expect([mantel!.board, mantel!.link]).toEqual(['Odds', expect.stringContaining('lowlamp.example')])
    const views = await nell.want<{ rows: PostView[] }>('GET', `${path}/posts`)
    expect(views.rows).toEqual([])
  })
})

test('a server that restarts in the middle of typing loses nothing, nor does a closed tab', async ({
  page,
  world,
  context,
}) => {
  await fourAccounts(world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/desk/new`)
  await mainText(page).pressSequentially('Before the cut, ', { delay: 15 })
  await saved(page)
  await world.kill()
  await mainText(page).pressSequentially('while it is away, ', { delay: 15 })
  await expect(page.getByTestId('save-state').first()).toContainText('Not saved')
  const address = page.url()
  await page.close()
  await world.restart()
  const again = await context.newPage()
  await again.goto(address)
  await expect(mainText(again)).toHaveValue('Before the cut, while it is away, ')
  await mainText(again).press('End')
  await mainText(again).pressSequentially('and after.', { delay: 15 })
  await saved(again)
  await again.evaluate(() => localStorage.clear())
  await again.reload()
  await expect(mainText(again)).toHaveValue('Before the cut, while it is away, and after.')
})

test('two windows on one draft meet side by side, and both texts stay', async ({ page, world, context }) => {
  await fourAccounts(world)
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/desk/new`)
  await mainText(page).fill('Begun here.')
  await saved(page)
  await expect(page).toHaveURL(/\/desk\/[0-9a-f-]{36}$/)
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(mainText(other)).toHaveValue('Begun here.')
  // The first window does not hear of the second.
  await page.route('**/api/brands/*/posts/*', (route) =>
    route.request().method() === 'GET' ? route.abort() : route.continue(),
  )
  await mainText(other).fill('Changed in the other window.')
  await saved(other)
  await mainText(page).fill('Changed in this one.')
  const meeting = page.getByRole('alertdialog')
  await expect(meeting).toContainText('Changed in this one.')
  await expect(meeting).toContainText('Changed in the other window.')
  await expectAccessible(page)
  await meeting.getByRole('button', { name: 'Combine both texts' }).click()
  await expect(mainText(page)).toHaveValue('Changed in this one.\n\nChanged in the other window.')
  await saved(page)
  await expect(mainText(other)).toHaveValue('Changed in this one.\n\nChanged in the other window.')
})
