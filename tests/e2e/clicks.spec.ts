import type { ScheduleView } from '#shared/schedule/types'
import { USUAL_WRITING } from '#shared/posts/docs'
import { PHONE } from '../support/browsers'
import { CHATTERBROOK, lineUpText, makeBrand, playHours } from '../support/world'
import { expect, expectAccessible, signIn, test } from './support'

test('a person’s click and a robot’s are told apart, and the link is led elsewhere', async ({
  page,
  world,
  browser,
}) => {
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [CHATTERBROOK])
  const linkRule = { ...USUAL_WRITING.linkRule, kind: 'short' }
  await nell.want('PUT', `${path}/writing`, { version: 1, writing: { ...USUAL_WRITING, linkRule } })
  await lineUpText(nell, path, 'Lamps off', { link: 'https://lowlamp.example/lamps' })
  await playHours(nell, 30)
  const { cards } = await nell.want<ScheduleView>('GET', `${path}/schedule?from=2027-03-02&days=7`)
  const id = cards.find(({ deliveryId }) => deliveryId)!.deliveryId!
  const { code } = await nell.want<{ code: string }>('GET', `${path}/deliveries/${id}/link`)

  await signIn(page, world.server.url)
  await page.goto(`${world.server.url}/delivery/${id}`)
  const link = page.getByRole('region', { name: 'Clicks on its link' })
  await expect(link).toContainText('Nobody has followed it yet.')

  // A browser without a head calls itself one; the other says that it is a phone. Where it leads, nobody is.
  const robot = await browser.newContext()
  const person = await browser.newContext({ userAgent: PHONE })
  for (const context of [robot, person]) {
    const visit = await context.newPage()
    await visit.goto(`${world.server.url}/r/${code}`).catch(() => undefined)
  }
  await expect(link).toContainText('1 person', { timeout: 20_000 })
  await expect(link.getByRole('row', { name: 'a phone 1' })).toBeVisible()
  await expectAccessible(page)
  await Promise.all([robot.close(), person.close()])

  await link.getByRole('button', { name: 'Lead it elsewhere' }).click()
  await link.getByLabel('New address').fill('nothing at all')
  await link.getByRole('button', { name: 'Lead it there' }).click()
  await expect(link.getByRole('alert')).toBeVisible()
  await link.getByLabel('New address').fill('https://lowlamp.example/moved')
  await link.getByRole('button', { name: 'Lead it there' }).click()
  await expect(link.getByRole('link', { name: 'https://lowlamp.example/moved' })).toBeVisible()
})
