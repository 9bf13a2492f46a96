// Notices outside the application: to a chat hook and by mail, with quiet hours, and no flood of them.
import { afterAll, beforeEach, expect, it } from 'vitest'
import type { NoticeView, NotificationChannels, OwnTelling } from '#shared/notices/types'
import { isQuiet } from '#server/notices/quietTime'
import {
  CHATTERBROOK,
  COMMONFIRE,
  draftOf,
  lineUpText,
  makeBrand,
  playHours,
  saveNew,
  World,
} from '../support/world'
import { until, type Person } from '../support/person'

let world: World
let nell: Person
let path: string
const HOOK = 'https://hook.example/room-7f3a91'

beforeEach(async () => {
  world = await World.again(world)
  nell = await world.nell()
  ;({ path } = await makeBrand(nell, [CHATTERBROOK, COMMONFIRE]))
})
afterAll(() => world.stop())

const putTelling = (more: Record<string, unknown>): Promise<NotificationChannels> =>
  nell.want('PUT', `${path}/telling`, {
    hook: HOOK,
    mail: ['nell@desk.example'],
    quietFrom: null,
    quietUntil: null,
    ...more,
  })

/** The link in the letter that asked an address, newest last. */
async function linksTo(address: string): Promise<string[]> {
  const letters = (await world.told()).filter(
    ({ way, to, text }) => way === 'mail' && to === address && text.startsWith(ASKS),
  )
  return letters.flatMap(({ text }) => /\/confirm\/\S+/.exec(text)?.[0] ?? [])
}
const ASKS = 'Mail of A brand?'

/** Says where notices go; whoever reads an address says yes. */
async function setTelling(more: Record<string, unknown>): Promise<NotificationChannels> {
  const { unconfirmed } = await putTelling(more)
  for (const address of unconfirmed) await world.nobody().want('POST', (await linksTo(address)).at(-1)!)
  return nell.want('GET', `${path}/telling`)
}

/** What was told, without the letters that ask. */
const notices = async () => (await world.told()).filter(({ text }) => !text.startsWith(ASKS))

async function failPosts(count: number): Promise<void> {
  await world.trouble('chatterbrook.example', { refuse: { status: 400, message: 'No.' }, postsOnly: true })
  for (let n = 0; n < count; n++) await lineUpText(nell, path, `Refused ${n}`)
}

it('tells the chat and by mail, each thing once, and what comes close together in one message', async () => {
  await setTelling({})
  await failPosts(3)
  let hours = 0
  for (; hours < 60 && ((await refusalsTold('hook')) < 3 || (await refusalsTold('mail')) < 3); hours++) {
    await playHours(nell, 1)
    await world.rounds(2)
  }
  expect([await refusalsTold('hook'), await refusalsTold('mail')]).toEqual([3, 3])
  const told = await notices()
  expect(told.map(({ way, to }) => `${way} ${to}`)).toEqual(
    expect.arrayContaining(['hook /room-7f3a91', 'mail nell@desk.example']),
  )
  for (const { text } of told) expect(text).toMatch(/^A brand: \d notices?\n\n/)
  expect(told.find(({ text }) => text.includes('was not sent'))!.text).toMatch(
    /A post was not sent to Chatterbrook\s+Chatterbrook refused it for good\. It answered: No\./,
  )
  // At most one message each way for each time that the clock stood still.
  expect(told.length).toBeLessThanOrEqual(2 * (hours + 1))
  await playHours(nell, 2)
  expect(await refusalsTold('hook')).toBe(3)
})

/** How many refusals were told one way, in however many messages. */
const refusalsTold = async (way: string): Promise<number> =>
  (await notices())
    .filter((one) => one.way === way)
    .reduce((sum, { text }) => sum + text.split('A post was not sent to Chatterbrook').length - 1, 0)

it('keeps quiet in the quiet hours, over midnight too, and tells when they end', async () => {
  await setTelling({ quietFrom: '08:00', quietUntil: '18:00' })
  await failPosts(1)
  await playHours(nell, 3)
  await world.rounds()
  expect(await notices()).toEqual([])
  await playHours(nell, 7)
  await until('it is told', async () => (await notices()).length === 2)
  const night = { quietFrom: '22:30', quietUntil: '07:00' }
  const at = (time: string): boolean => isQuiet(night, 'Europe/Lisbon', Date.parse(`2027-01-15T${time}:00Z`))
  expect(['22:29', '22:30', '03:00', '06:59', '07:00', '12:00'].map(at)).toEqual([
    false,
    true,
    true,
    true,
    false,
    false,
  ])
})

it('a way that fails is said, and tried again; the hook’s address is never given out', async () => {
  expect(await setTelling({ hook: 'https://hook.example/gone', mail: [] })).toMatchObject({
    hasHook: true,
    message: null,
  })
  expect((await nell.ask('POST', `${path}/telling-test`)).body).toMatchObject({
    type: 'urn:clear-quill:unannounced',
    detail: 'hook.example answered 404.',
  })
  const answer = await nell.ask<NotificationChannels>('GET', `${path}/telling`)
  expect(answer.body.message).toBe('hook.example answered 404.')
  expect(answer.text).not.toContain('/gone')
  await setTelling({})
  await nell.want('POST', `${path}/telling-test`)
  expect((await notices()).map(({ text }) => text)[0]).toMatch(
    /Clear Quill will write here when something at A brand needs a person/,
  )
  expect(await setTelling({ hook: null, mail: [] })).toMatchObject({ hasHook: false })
  expect((await nell.ask('POST', `${path}/telling-test`)).body.type).toBe('urn:clear-quill:nowhereToTell')
})

it('sends nothing to an address that nobody confirmed; one yes is enough, and its link opens nothing twice', async () => {
  expect(await putTelling({ hook: null })).toMatchObject({
    mail: ['nell@desk.example'],
    unconfirmed: ['nell@desk.example'],
  })
  expect((await nell.ask('POST', `${path}/telling-test`)).body.type).toBe('urn:clear-quill:nowhereToTell')
  // Saved again at once, nobody is asked twice.
  await putTelling({ hook: null })
  const links = await linksTo('nell@desk.example')
  expect(links).toHaveLength(1)
  const page = await world.nobody().ask('GET', links[0]!)
  expect(page.text).toMatch(/nell@desk\.example.*<button/)
  expect((await notices()).length).toBe(0)
  expect(
    (await world.nobody().ask('POST', links[0]!, undefined, { origin: 'https://elsewhere.example' })).status,
  ).toBe(403)
  expect((await world.nobody().ask('POST', links[0]!, undefined, { origin: world.server.url })).status).toBe(
    200,
  )
  for (const link of [links[0]!, `/confirm/${'x'.repeat(32)}`, '/confirm/x'])
    expect((await world.nobody().ask('POST', link)).status).toBe(404)
  await nell.want('POST', `${path}/telling-test`)
  expect((await notices()).map(({ to }) => to)).toEqual(['nell@desk.example'])
  expect(JSON.stringify(world.rows('SELECT * FROM mail_addresses'))).not.toContain(
    links[0]!.split('/').at(-1),
  )
  // Taken off and put on again, it is asked anew.
  await putTelling({ hook: null, mail: [] })
  expect((await putTelling({ hook: null })).unconfirmed).toEqual(['nell@desk.example'])
})

it.each([
  [{ hook: 'not an address' }, 'hook', /not a web address/],
  [{ hook: 'http://10.0.0.1/x' }, 'hook', /private network/],
  [{ mail: ['nobody'] }, 'mail[0]', /mail address/],
  [{ quietFrom: '22:00' }, 'quietUntil', /beginning and an end/],
  [{ quietFrom: '25:00', quietUntil: '07:00' }, 'quietFrom', /looks like 07:30/],
])('refuses %j with the field’s sentence', async (more, field, sentence) => {
  const answer = await nell.ask('PUT', `${path}/telling`, {
    hook: '',
    mail: [],
    quietFrom: null,
    quietUntil: null,
    ...more,
  })
  expect(answer.status).toBe(422)
  expect(answer.body.errors).toEqual([{ field, message: expect.stringMatching(sentence) }])
})

it('takes the shape that a chat wants, and refuses what is none', async () => {
  await setTelling({
    hook: 'https://hook.example/content-a',
    mail: [],
    pattern: '{"content": "{text:1900}"}',
  })
  await nell.want('POST', `${path}/telling-test`)
  await setTelling({
    hook: 'https://hook.example/body-b',
    mail: [],
    pattern: '{"title": "{title}", "body": "{brand} {count}: {text:40}"}',
  })
  await nell.want('POST', `${path}/telling-test`)
  expect((await notices()).map(({ to, text }) => [to, text.length <= 60 || to === '/content-a'])).toEqual([
    ['/content-a', true],
    ['/body-b', true],
  ])
  expect((await notices())[1]!.text).toMatch(/^A brand 1: A brand/)
  for (const [pattern, said] of [
    ['{"text": ', 'This is no JSON object.'],
    ['{"text": "{words}"}', 'There is no field “words”.'],
    ['{"text": "hello"}', 'Nothing of the message is in it.'],
  ])
    expect(
      (
        await nell.ask<{ errors: { field: string; message: string }[] }>('PUT', `${path}/telling`, {
          ...{ hook: '', mail: [], quietFrom: null, quietUntil: null, pattern },
        })
      ).body.errors[0],
    ).toMatchObject({ field: 'pattern', message: expect.stringContaining(said!) as string })
})

it('tells each person what they chose, at their own hours, once they said yes', async () => {
  const own = (more: object) => nell.want<OwnTelling>('PUT', `${path}/own-telling`, more)
  expect(await nell.want('GET', `${path}/own-telling`)).toMatchObject({ topics: [], message: '' })
  expect(await own({ topics: ['sending'], quietFrom: '08:00', quietUntil: '12:00' })).toMatchObject({
    isConfirmed: false,
    email: 'nell@desk.example',
  })
  await failPosts(1)
  const toNell = async () => (await notices()).filter(({ to }) => to === 'nell@desk.example')
  // By 13:00 it was refused; nobody said yes yet.
  await playHours(nell, 4)
  await world.rounds(2)
  expect(await toNell()).toEqual([])
  await world.nobody().want('POST', (await linksTo('nell@desk.example')).at(-1)!)
  const [told] = await until('it is told', async () => {
    const all = await toNell()
    return all.length > 0 && all
  })
  expect(told!.text).toContain('A post was not sent to Chatterbrook')
  // Lines that end are nothing they chose, and nothing is told twice.
  await playHours(nell, 2)
  await world.rounds(2)
  expect(await refusalsTold('mail')).toBe(1)
  // Who leaves the brand is told no more.
  await failPosts(1)
  world.change(`DELETE FROM members WHERE person_id = '${world.ids.nell}'`)
  await world.rounds(3)
  expect(await refusalsTold('mail')).toBe(1)
})

it('tells once a day that posts wait for a review, and no more as soon as none does', async () => {
  const made = await saveNew(nell, path, await draftOf(nell, path, 'Please look at this one'))
  await nell.want('POST', `${path}/posts/${made.id}/review`, { version: made.version, note: '' })
  const reviews = async (): Promise<NoticeView[]> =>
    (await nell.want<NoticeView[]>('GET', `${path}/notices`)).filter(({ kind }) => kind === 'review')
  await playHours(nell, 1)
  await until('it is told', async () => (await reviews()).length === 1)
  expect((await reviews())[0]).toMatchObject({
    ...{ title: 'Posts wait for a review', settledAt: null, link: '/desk' },
    message: '1 post waits. The newest: Please look at this one',
  })
  await nell.want('POST', `${path}/posts/${made.id}/approve`, { version: made.version, note: '' })
  await playHours(nell, 1)
  await until('it is settled', async () => (await reviews())[0]?.settledAt !== null)
})
