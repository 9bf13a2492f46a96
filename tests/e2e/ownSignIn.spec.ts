import { createRequire } from 'node:module'
import { generateSync } from 'otplib'
import sharp from 'sharp'
import { until } from '../support/person'
import { makeBrand } from '../support/world'
import { expect, expectAccessible, signIn, test } from './support'

// It brings its types for bundlers alone.
const readQr = createRequire(import.meta.url)('jsqr') as (
  data: Uint8ClampedArray,
  width: number,
  height: number,
) => { data: string } | null
const NELL = { email: 'nell@desk.example', password: 'a lamp in the harbour' }
const STEP_SECONDS = 30

test('a second step: scanned, asked for at the sign-in, opened by a recovery code, turned off', async ({
  page,
  world,
}) => {
  const nell = await world.nell()
  await makeBrand(nell, [])
  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/set-up/you`)
  await expect(page.getByText('Give yourself a password first.')).toBeVisible()
  await page.getByLabel('New password').fill(NELL.password)
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('button', { name: 'Set it up' }).click()

  await page.getByLabel('Your password').fill('somebody else’s')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText('That is not the password you have now.')).toBeVisible()
  await page.getByLabel('Your password').fill(NELL.password)
  await page.getByRole('button', { name: 'Go on' }).click()

  // What a camera sees, read by another library than drew it.
  const qr = page.getByRole('img', { name: 'QR code for your authenticator' })
  await qr.waitFor()
  const { data, info } = await sharp(await qr.screenshot())
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true })
  const uri = new URL(readQr(new Uint8ClampedArray(data), info.width, info.height)!.data)
  expect(decodeURIComponent(uri.pathname)).toBe(`/Clear Quill:${NELL.email}`)
  const secret = uri.searchParams.get('secret')!
  const code = (steps: number): string =>
    generateSync({ secret, epoch: Math.floor(Date.now() / 1000) + steps * STEP_SECONDS })
  await expectAccessible(page)

  await page.getByLabel('Code it shows').fill(code(-1))
  await page.getByRole('button', { name: 'Turn it on' }).click()
  const codes = page.getByRole('list', { name: 'Recovery codes' }).getByRole('listitem')
  await expect(codes).toHaveCount(10)
  const recovery = await codes.first().innerText()
  await expectAccessible(page)
  await page.getByRole('button', { name: 'I have them' }).click()
  await expect(page.getByText('10 recovery codes are left.')).toBeVisible()

  const goIn = async (typed: string): Promise<void> => {
    await page.context().clearCookies()
    await page.goto(`${world.server.url}/sign-in`)
    await page.getByLabel('Mail address').fill(NELL.email)
    await page.getByLabel('Password').fill(NELL.password)
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
    await expect(page.getByLabel('Code')).toBeFocused()
    await page.getByLabel('Code').fill('000000')
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
    await expect(page.getByText('That code is not right')).toBeVisible()
    await page.getByLabel('Code').fill(typed)
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
    await expect(page).toHaveURL(/\/wire/)
  }
  await goIn(code(0))
  await goIn(recovery.toLowerCase())

  await page.goto(`${world.server.url}/set-up/you`)
  await expect(page.getByText('9 recovery codes are left.')).toBeVisible()
  await expect(page.getByText('by password and a recovery code')).toBeVisible()
  await page.getByRole('button', { name: 'Turn it off' }).click()
  await page.getByLabel('Your password').fill(NELL.password)
  await page.getByLabel('Code', { exact: true }).fill(code(1))
  await page.getByRole('button', { name: 'Turn it off' }).last().click()
  await expect(page.getByRole('button', { name: 'Set it up' })).toBeVisible()
  await page.getByRole('button', { name: 'End all but this one' }).click()
  await expect(page.getByRole('button', { name: /^End/ })).toHaveCount(0)
})

test('a forgotten password is set anew by a letter, with script and without', async ({
  page,
  world,
  browser,
}) => {
  const nell = await world.nell()
  await nell.want('PATCH', '/api/me', { name: 'Nell', ...NELL })
  await page.goto(`${world.server.url}/sign-in`)
  await page.getByRole('link', { name: 'Forgotten?' }).click()
  await expectAccessible(page)
  await page.getByLabel('Mail address').fill(NELL.email)
  await page.getByRole('button', { name: 'Send the link' }).click()
  await expect(page.getByRole('heading', { name: 'Look at your mail' })).toBeVisible()
  const link = await until('the letter', async () =>
    (await world.told()).flatMap(({ text }) => /http\S+\/new-password\/\S+/.exec(text) ?? []).at(-1),
  )

  const plain = await browser.newPage({ javaScriptEnabled: false })
  await plain.goto(link)
  await plain.getByLabel('New password').fill('short')
  await plain.getByRole('button', { name: 'Set it' }).click()
  // The browser itself says what is wrong.
  await expect(plain).toHaveURL(link)
  await plain.getByLabel('New password').fill('once more a lamp')
  await plain.getByRole('button', { name: 'Set it' }).click()
  await expect(plain.getByText('Your new password is set.')).toBeVisible()
  await plain.getByLabel('Mail address').fill(NELL.email)
  await plain.getByLabel('Password').fill('once more a lamp')
  await plain.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(plain).toHaveURL(/\/wire/)
  await plain.close()

  await page.goto(link)
  await expect(page.getByRole('heading', { name: 'This link is over' })).toBeVisible()
  await expectAccessible(page)
})
