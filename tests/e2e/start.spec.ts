import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { until } from '../support/person'
import { expect, expectAccessible, reachSites, test } from './support'

test('a first start from nothing under npm start', async ({ page, context, world }) => {
  // A server of its own and all of the way: about as long as three others.
  test.slow()
  const dataDir = mkdtempSync(join(tmpdir(), 'quill-start-'))
  const { npm_config_user_agent: _, ...env } = process.env
  const app = spawn('npm', ['start'], {
    env: {
      ...env,
      PORT: '0',
      QUILL_DATA_DIR: dataDir,
      QUILL_STANDINS: world.standins.url,
      QUILL_LOG: 'error',
      QUILL_START_CODE: 'LOOK-HERE-FIRST',
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  let message = ''
  app.stdout.on('data', (part: Buffer) => (message += part.toString()))
  const url = await until(
    'npm start says where it is',
    async () => /Clear Quill: (http:\/\/127\.0\.0\.1:\d+)/.exec(message)?.[1],
    60_000,
  )
  const isUp = (): Promise<boolean> => fetch(`${url}/api/health`).then((answer) => answer.ok, () => false) // prettier-ignore
  await until('npm start answers', isUp, 60_000)
  const main = page.getByRole('main')

  await page.goto(url)
  await expect(page).toHaveURL(/\/start$/)
  for (const colorScheme of ['dark', 'light'] as const) {
    await page.emulateMedia({ colorScheme })
    await expectAccessible(page)
  }
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText('Give it a name.')).toBeVisible()
  await page.getByLabel('Your name').fill('Ida Brook')
  await page.getByLabel('Mail address').fill('ida@reading.example')
  await page.getByLabel('Password').fill('short')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText('A password needs at least 10 characters.')).toBeVisible()
  await page.getByLabel('Password').fill('long enough for anyone')
  await page.getByLabel('Code').fill('guessed')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByRole('alert')).toContainText('That is not the code')
  await page.getByLabel('Code').fill('look here first')
  await page.getByRole('button', { name: 'Go on' }).click()

  await page.getByLabel('Name of the brand').fill('Reading Room')
  await page.getByLabel('Time zone').selectOption('Europe/Lisbon')
  await page.getByRole('button', { name: 'Go on' }).click()

  await page.getByLabel('Address of the profile or server').fill('https://plainpage.example')
  await page.getByRole('button', { name: 'Continue' }).click()
  await expect(page.getByRole('alert')).toContainText(
    'offers neither Micropub, nor the Mastodon-compatible API',
  )
  await page.getByLabel('Address of the profile or server').fill('https://commonfire.example')
  await page.getByRole('button', { name: 'Continue' }).click()
  await page.getByRole('button', { name: 'Use a token instead' }).click()
  await page.getByLabel('Token').fill('x')
  await page.getByRole('button', { name: 'Check it' }).click()
  await expect(page.getByRole('alert')).toContainText('does not accept this token')
  await page.getByLabel('Token').fill('commonfire-spare-77b9')
  await page.getByRole('button', { name: 'Check it' }).click()
  await expect(main).toContainText('Commonfire: @spare')
  await page.getByText('Which networks, and where does a token come from?').click()
  await expect(main).toContainText('app password')
  await page.getByRole('button', { name: 'Add the account' }).click()
  await expect(main).toContainText('Step 4 of 6')

  await test.step('an undo leads back to the step it undoes, a reload and the way back keep the rest', async () => {
    // Its key is not in force here, so none is named.
    await expect(page.getByTestId('notice').getByRole('button', { name: 'Undo' })).toHaveText('Undo')
    await page.getByTestId('notice').getByRole('button', { name: 'Undo' }).click()
    await expect(main).toContainText('Step 3 of 6')
    await page.reload()
    await expect(main).toContainText('Step 3 of 6')
    await page.getByRole('button', { name: 'Back: Brand' }).click()
    await expect(page.getByLabel('Name of the brand')).toHaveValue('Reading Room')
    await page.getByRole('button', { name: 'Go on' }).click()
    await page.getByLabel('Address of the profile or server').fill('@spare@commonfire.example')
    await page.getByRole('button', { name: 'Continue' }).click()
    await expect(main).toContainText('lets you say yes on its own page')
    await reachSites(context, world)
    await page.getByRole('button', { name: 'Continue at Commonfire' }).click()
    await page.getByRole('radio', { name: '@spare' }).check()
    await page.getByRole('button', { name: 'Yes, let it in' }).click()
    await expect(main).toContainText('Step 4 of 6')
    await page.reload()
    await expect(main).toContainText('For Commonfire')
    await page.goto(`${url}/wire`)
    await page.getByRole('link', { name: 'Go on with the first start' }).click()
    await expect(main).toContainText('Step 4 of 6')
  })

  await page.getByLabel('Start with').selectOption('steady')
  await page.getByRole('button', { name: 'Add a time on Monday' }).click()
  // What it put in is a guess, to be typed over.
  await page.keyboard.type('20:00')
  await page.getByRole('button', { name: 'Go on' }).click()
  await expect(main).toContainText('Own news')
  await expectAccessible(page)
  await page.getByRole('button', { name: 'Go on' }).click()

  await page.getByLabel('Address of a site or a feed').fill('lowlamp.example')
  await page.getByRole('button', { name: 'Find its feed' }).click()
  await page.getByRole('button', { name: 'Add the source' }).click()
  await page.waitForURL('**/wire**')
  await expect(page.locator('[data-article]').first()).toBeVisible()

  await test.step('Set-up edits and removes all of it later', async () => {
    await page.goto(`${url}/set-up/accounts`)
    await expect(main.getByText('20:00')).toHaveCount(1)
    await page.getByRole('link', { name: /^Timetable of Commonfire/ }).click()
    await page.getByLabel('Posts a day, at most').fill('none')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('alert')).toContainText('At least one post a day')
    await page.getByLabel('Posts a day, at most').fill('3')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByTestId('notice')).toContainText('Timetable saved')
    await page.reload()
    await expect(page.getByLabel('Posts a day, at most')).toHaveValue('3')
    await page.getByRole('link', { name: 'Accounts' }).click()
    await page.getByRole('button', { name: /Edit: Commonfire/ }).click()
    await page.getByRole('button', { name: 'Remove', exact: true }).click()
    await expect(main).toContainText('No account yet')
    await page.getByTestId('notice').getByRole('button', { name: 'Undo' }).click()
    await expect(main).toContainText('Commonfire')
    await page.getByRole('navigation', { name: 'Set-up' }).getByRole('link', { name: 'Pillars' }).click()
    await page.getByRole('button', { name: 'Edit: Weekend lines' }).click()
    await page.getByRole('button', { name: 'Remove', exact: true }).click()
    await expect(page.getByRole('button', { name: 'Edit: Weekend lines' })).toHaveCount(0)
    await page.getByRole('navigation', { name: 'Set-up' }).getByRole('link', { name: 'Sources' }).click()
    await page.getByRole('button', { name: 'Edit: The Low Lamp' }).click()
    await page.getByRole('button', { name: 'Remove', exact: true }).click()
    await expect(main).toContainText('No source yet')
    await page.getByRole('navigation', { name: 'Set-up' }).getByRole('link', { name: 'Brand' }).click()
    await page.getByLabel('Name of the brand').fill('The Reading Room')
    await page.getByRole('button', { name: 'Save' }).click()
    await expect(page.getByRole('button', { name: 'Brand, theme and account' })).toContainText('The Reading')
  })

  await test.step('signing out and in again', async () => {
    await page.getByRole('button', { name: 'Brand, theme and account' }).click()
    await page.getByRole('menuitem', { name: 'Sign out' }).click()
    await page.waitForURL('**/sign-in')
    await page.getByLabel('Mail address').fill('ida@reading.example')
    await page.getByLabel('Password').fill('not the password')
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
    await expect(page.getByRole('alert')).toContainText('do not belong together')
    await page.getByLabel('Password').fill('long enough for anyone')
    await page.getByRole('button', { name: 'Sign in', exact: true }).click()
    await page.waitForURL('**/wire**')
  })

  await page.goto('about:blank')
  const gone = once(app, 'exit')
  app.kill('SIGINT')
  await gone
  await until('nothing answers any more', async () => !(await isUp()))
  rmSync(dataDir, { recursive: true, force: true })
})
