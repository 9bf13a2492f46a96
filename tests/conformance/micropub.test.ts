// Micropub against an endpoint and a media endpoint of other makers (@indiekit), over loopback: what they make
// of our requests, and how we read their answers. They bring no IndieAuth server: the token is by hand, and
// the store behind them is the test's.
import { afterAll, beforeAll, describe, expect } from 'vitest'
import type { DeliveryView } from '#shared/delivery/types'
import type { BrandView } from '#shared/people/types'
import type { PostDoc } from '#shared/posts/types'
import type { Person } from '../support/person'
import { draftOf, lineUpSaved, makeBrand, saveNew, World } from '../support/world'
import { installed, startMicropub } from './peer'
import { deliveryAt, pictureOf, sendNow } from './sending'
import { step } from './table'

const PEER = 'Micropub: @indiekit/endpoint-micropub 0.1.4'
const folder = installed('micropub')
const TOKEN = 'a-token-of-the-site'

if (folder === null) console.log(`${PEER}: not run, it is not installed`)

describe.skipIf(folder === null)(PEER, () => {
  let origin: string
  let stop: () => void
  let world: World
  let nell: Person
  let path: string
  let accountId: string

  beforeAll(async () => {
    ;({ origin, stop } = await startMicropub(folder!, TOKEN))
    world = await World.start({ QUILL_PRIVATE_HOSTS: new URL(origin).host }, true, Date.now())
    nell = await world.nell()
    ;({ path } = await makeBrand(nell, []))
  }, 60_000)
  afterAll(async () => {
    await world?.stop()
    stop?.()
  })

  /** What it stored, newest first. */
  interface Stored {
    url: string
    content: { text: string }
    category?: string | string[]
    photo?: { url: string; alt?: string }[]
    'bookmark-of'?: string
  }
  const stored = async (): Promise<Stored[]> =>
    ((await (await fetch(`${origin}/files`)).json()) as [string, string][])
      .filter(([file]) => file.endsWith('.md'))
      .map(([, content]) => JSON.parse(content) as Stored)
      .toReversed()
  const send = (text: string, more: Partial<PostDoc> = {}): Promise<DeliveryView> =>
    sendNow(nell, path, accountId, text, more)
  const picture = (name: string, description: string) => pictureOf(nell, path, name, description)

  step(PEER, 'Micropub §5.3, §3.7.1: its endpoint found on its page, its configuration read', async () => {
    const { id } = await nell.want<{ id: string }>('POST', `${path}/accounts`, {
      address: `${origin}/`,
      token: TOKEN,
      slots: [],
    })
    accountId = id
  })
  step(PEER, '§3.3, §3.4: post text, with hashtags as categories; 202 with its address', async () => {
    const sent = await send('Dark at eleven again #darksky')
    const [post] = await stored()
    expect([sent.state, sent.remoteUrl]).toEqual(['sent', post!.url])
    expect(post!.content.text).toContain('Dark at eleven again')
  })
  step(PEER, '§3.3: post a link', async () => {
    const sent = await send('Worth a look', { link: 'https://lowlamp.example/x' })
    const [post] = await stored()
    expect([sent.state, JSON.stringify(post)]).toEqual(['sent', expect.stringContaining('lowlamp.example/x')])
  })
  step(PEER, '§3.6, §3.3.2: several pictures by its media endpoint, with descriptions', async () => {
    const pictures = [await picture('a.png', 'The dome'), await picture('b.png', 'The sky above')]
    const sent = await send('Two of them', { pictures })
    expect(sent.state).toBe('sent')
    expect((await stored())[0]!.photo).toMatchObject([{ alt: 'The dome' }, { alt: 'The sky above' }])
  })
  step(PEER, '§3.4: delete', async () => {
    const before = (await stored()).length
    const sent = await send('Not for long')
    const { state } = await nell.want<DeliveryView>('POST', `${path}/deliveries/${sent.id}/do`, {
      deed: 'take-back',
    })
    expect([state, (await stored()).length]).toEqual(['taken-back', before])
  })
  step(PEER, 'an answer that was lost is asked about in its list, and nothing is sent twice', async () => {
    const sent = await send('Did it arrive?')
    world.change(
      `UPDATE deliveries SET state = 'unknown', remote_id = NULL, remote_url = NULL, next_try_at = 0
       WHERE id = '${sent.id}'`,
    )
    await expect
      .poll(async () => (await deliveryAt(nell, path, sent.id)).state, { timeout: 20_000 })
      .toBe('sent')
    const texts = (await stored()).map(({ content }) => content.text)
    expect(texts.filter((text) => text === 'Did it arrive?')).toHaveLength(1)
  })
  step(PEER, '§3.8: a token that is not taken any more puts the account on hold', async () => {
    await fetch(`${origin}/revoke`, { method: 'POST' })
    const post = await saveNew(nell, path, await draftOf(nell, path, 'Nobody lets this in'))
    await lineUpSaved(nell, path, post, [accountId], [{ accountId, kind: 'now', at: null }])
    const trouble = async () => (await nell.want<BrandView>('GET', path)).accounts[0]!.trouble
    await expect.poll(trouble, { timeout: 20_000 }).toMatch(/token/)
    expect((await stored()).some(({ content }) => content.text.includes('Nobody lets'))).toBe(false)
  })
})
