// How many plans a card that is let go costs: with many posts in line each is the most expensive thing a
// request does.
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { ScheduleAnswer } from '#shared/schedule/types'
import { plansOf } from '../support/howItIs'
import { draftOf, fourAccounts, lineUpSaved, saveNew, World } from '../support/world'
import type { Person } from '../support/person'

let world: World
let nell: Person
let path: string
// Nothing is sent meanwhile: what is sent plans for itself.
beforeAll(async () => {
  world = await World.start({ QUILL_TICK_MS: '600000' })
  ;({ nell, path } = await fourAccounts(world))
  for (const text of ['One', 'Two', 'Three'])
    await lineUpSaved(nell, path, await saveNew(nell, path, await draftOf(nell, path, text)))
})
afterAll(() => world.stop())

const sheet = (): Promise<ScheduleAnswer> => nell.want('GET', `${path}/schedule?with=base`)
const counted = async (work: () => Promise<unknown>): Promise<number> => {
  const before = await plansOf(world.server.child)
  await work()
  return (await plansOf(world.server.child)) - before
}

it('a card let go on another, and the sheet that shows it after, cost two plans', async () => {
  const { base, planVersion } = await sheet()
  const [first, , third] = base!.lines.filter(({ accountId }) => accountId === base!.lines[0]!.accountId)
  const moving = { accountId: null, planVersion }
  let after: ScheduleAnswer
  const plans = await counted(async () => {
    await nell.want('POST', `${path}/lines/${first!.id}/move`, {
      ...moving,
      to: { kind: 'after', id: third!.id },
    })
    after = await sheet()
  })
  expect(plans).toBe(2)
  const order = after!.base!.lines.filter(({ accountId }) => accountId === first!.accountId)
  expect(order.map(({ text }) => text)).toEqual(['Two', 'Three', 'One'])
  expect(after!.planVersion).not.toBe(planVersion)
})

it('a card let go on an open slot costs no more, refused or not', async () => {
  const { base, open, planVersion } = await sheet()
  const [first] = base!.lines
  const slot = open.find(({ accountId }) => accountId === first!.accountId)!
  const plans = await counted(async () => {
    await nell.want('POST', `${path}/lines/${first!.id}/move`, {
      accountId: null,
      planVersion,
      to: { kind: 'slot', at: slot.at },
    })
    await sheet()
  })
  expect(plans).toBe(2)
  const now = await sheet()
  expect(now.cards.find(({ queueItemId }) => queueItemId === first!.id)!.at).toBe(slot.at)
})

it('a screen’s plan is made anew as soon as anything changed', async () => {
  await sheet()
  expect(await counted(sheet)).toBe(0)
  const post = await saveNew(nell, path, await draftOf(nell, path, 'Four'))
  expect(await counted(sheet)).toBe(1)
  await lineUpSaved(nell, path, post)
  expect((await sheet()).base!.lines.some(({ text }) => text === 'Four')).toBe(true)
})
