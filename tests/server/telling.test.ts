// Notices outside the application: to a chat hook and by mail, with quiet hours, and no flood of them.
import { afterEach, beforeEach, expect, it } from 'vitest'
import type { Telling } from '../../shared/deliveries'
import { isQuiet } from '../../server/services/telling'
import { CHATTERBROOK, COMMONFIRE, makeBrand, newPost, playHours, World } from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
const HOOK = 'https://hook.example/room-7f3a91'

beforeEach(async () => {
  world = await World.start()
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
})
afterEach(() => world.stop())

const setTelling = (more: Record<string, unknown>): Promise<Telling> =>
  nell.want('PUT', `${path}/telling`, { hook: HOOK, mail: ['nell@desk.example'], quietFrom: null, quietUntil: null, ...more })

async function failPosts(count: number): Promise<void> {
  await world.trouble('chatterbrook.example', { refuse: { status: 400, says: 'No.' }, postsOnly: true })
  for (let n = 0; n < count; n++) await nell.want('POST', `${path}/posts`, await newPost(nell, path, `Refused ${n}`))
}

it('tells the chat and by mail, at once, and what follows together', async () => {
  await setTelling({})
  await failPosts(3)
  await playHours(nell, 2)
  await until('the first is told', async () => (await world.told()).length === 2)
  const [first] = await world.told()
  expect(first!.text).toMatch(/A brand: \d notices?\n\nA post was not sent to Chatterbrook\nChatterbrook refused it for good\. It answered: No\./)
  expect((await world.told()).map(({ way, to }) => `${way} ${to}`).sort()).toEqual(['hook /room-7f3a91', 'mail nell@desk.example'])
  await playHours(nell, 24)
  await until('the rest is told', async () => (await world.told()).length === 4)
  expect((await world.told())[2]!.text).toMatch(/A brand: \d notices?/)
  // A flood it is not: whatever comes within ten minutes is one message.
  await playHours(nell, 1)
  expect((await world.told()).length).toBeLessThanOrEqual(6)
})

it('keeps quiet in the quiet hours, over midnight too, and tells when they end', async () => {
  await setTelling({ quietFrom: '08:00', quietUntil: '18:00' })
  await failPosts(1)
  await playHours(nell, 3)
  await new Promise((resolve) => setTimeout(resolve, 500))
  expect(await world.told()).toEqual([])
  await playHours(nell, 7)
  await until('it is told', async () => (await world.told()).length === 2)
  const night = { zone: 'Europe/Lisbon', telling_json: JSON.stringify({ mail: [], quietFrom: '22:30', quietUntil: '07:00' }) }
  const at = (time: string): boolean => isQuiet(night, Date.parse(`2027-01-15T${time}:00Z`))
  expect(['22:29', '22:30', '03:00', '06:59', '07:00', '12:00'].map(at)).toEqual([false, true, true, true, false, false])
})

it('a way that fails is said, and tried again; the hook’s address is never given out', async () => {
  expect(await setTelling({ hook: 'https://hook.example/gone', mail: [] })).toMatchObject({ hasHook: true, says: null })
  expect((await nell.ask('POST', `${path}/telling-test`)).body).toMatchObject({ type: 'urn:clear-quill:notTold', detail: 'hook.example answered 404.' })
  const answer = await nell.ask<Telling>('GET', `${path}/telling`)
  expect(answer.body.says).toBe('hook.example answered 404.')
  expect(answer.text).not.toContain('/gone')
  await setTelling({})
  await nell.want('POST', `${path}/telling-test`)
  expect((await world.told()).map(({ text }) => text)[0]).toMatch(/Clear Quill tells here what needs a person for A brand/)
  expect(await setTelling({ hook: null, mail: [] })).toMatchObject({ hasHook: false })
  expect((await nell.ask('POST', `${path}/telling-test`)).body.type).toBe('urn:clear-quill:nowhereToTell')
})

it.each([
  [{ hook: 'not an address' }, 'hook', /not a web address/],
  [{ hook: 'http://10.0.0.1/x' }, 'hook', /private network/],
  [{ mail: ['nobody'] }, 'mail[0]', /mail address/],
  [{ quietFrom: '22:00' }, 'quietUntil', /beginning and an end/],
  [{ quietFrom: '25:00', quietUntil: '07:00' }, 'quietFrom', /looks like 07:30/],
])('refuses %j with the field’s sentence', async (more, field, sentence) => {
  const answer = await nell.ask('PUT', `${path}/telling`, { hook: '', mail: [], quietFrom: null, quietUntil: null, ...more })
  expect(answer.status).toBe(422)
  expect(answer.body.errors).toEqual([{ field, says: expect.stringMatching(sentence) }])
})
