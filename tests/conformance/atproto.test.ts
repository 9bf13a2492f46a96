// The AT Protocol against its makers' own data server (@atproto/pds), over loopback: its whole OAuth in a
// real browser, its records, and its refusals. Only the client of a program on one's own machine is proved
// here; the one with a public https address is proved on the stand-ins.
import { chromium, type Browser } from '@playwright/test'
import { afterAll, beforeAll, describe, expect } from 'vitest'
import type { DeliveryView } from '#shared/delivery/types'
import type { BrandView } from '#shared/people/types'
import type { PostDoc } from '#shared/posts/types'
import { begin, end } from '../support/signIn'
import { nameServer } from '../support/nameServer'
import type { Person } from '../support/person'
import { makeBrand, World } from '../support/world'
import { installed, startDataServer, type DataServer } from './peer'
import { deliveryAt, pictureOf, sendNow } from './sending'
import { step } from './table'

const PEER = 'AT Protocol: @atproto/pds 0.4.217'
const folder = installed('atproto')
const PASSWORD = 'a long password of hers'
const HANDLE = 'ada.test'

if (folder === null) console.log(`${PEER}: not run, it is not installed`)

describe.skipIf(folder === null)(PEER, () => {
  let server: DataServer
  let names: Awaited<ReturnType<typeof nameServer>>
  let world: World
  let browser: Browser
  let nell: Person
  let path: string
  let did: string
  let accountId: string

  beforeAll(async () => {
    server = await startDataServer(folder!)
    did = await server.account(HANDLE, PASSWORD)
    names = await nameServer({ [`_atproto.${HANDLE}`]: `did=${did}` })
    world = await World.start(
      {
        QUILL_NAME_SERVER: names.address,
        QUILL_PLC_URL: server.directory,
        QUILL_PRIVATE_HOSTS: [server.origin, server.directory].map((url) => new URL(url).host).join(','),
      },
      true,
      Date.now(),
    )
    nell = await world.nell()
    ;({ path } = await makeBrand(nell, []))
    const executablePath = process.env['CHROMIUM'] ?? '/usr/bin/chromium'
    browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] })
  }, 120_000)
  afterAll(async () => {
    await browser?.close()
    await world?.stop()
    names?.stop()
    server?.stop()
  })

  /** What one does on the server's own page; gives what one comes back with. */
  async function sayAt(url: string, what: 'Authorize' | 'Deny access'): Promise<URLSearchParams> {
    const page = await browser.newPage()
    try {
      const back = page.waitForRequest((request) => new URL(request.url()).pathname === '/connected')
      await page.route('**/connected?**', (route) => route.abort())
      await page.goto(url)
      const password = page.locator('input[type=password]')
      await password.waitFor()
      await password.fill(PASSWORD)
      await page
        .getByRole('button', { name: /sign in/i })
        .last()
        .click()
      await page.getByRole('button', { name: what }).click()
      return new URL((await back).url()).searchParams
    } finally {
      await page.close()
    }
  }
  const beginHere = async (input: object) => {
    const { body, status } = await begin(nell, path, input)
    expect([status, body.type]).toEqual([200, undefined])
    return body.url
  }

  interface Row {
    uri: string
    value: Record<string, unknown> & { text: string }
  }
  const records = async (): Promise<Row[]> =>
    (
      (await (
        await fetch(
          `${server.origin}/xrpc/com.atproto.repo.listRecords?repo=${did}&collection=app.bsky.feed.post`,
        )
      ).json()) as { records: Row[] }
    ).records
  const deliveryOf = (id: string) => deliveryAt(nell, path, id)
  const send = (text: string, more: Partial<PostDoc> = {}) => sendNow(nell, path, accountId, text, more)
  const picture = (name: string, description: string) => pictureOf(nell, path, name, description)

  step(PEER, 'sign in: who says no keeps nothing', async () => {
    const answer = await end(nell, await sayAt(await beginHere({ address: HANDLE }), 'Deny access'))
    expect(answer.body.type).toBe('urn:clear-quill:saidNo')
    expect((await nell.want<BrandView>('GET', path)).accounts).toEqual([])
  })
  step(PEER, 'connect: handle by DNS, PAR, DPoP with nonces, PKCE, iss', async () => {
    const answer = await end(nell, await sayAt(await beginHere({ address: `@${HANDLE}` }), 'Authorize'))
    expect([answer.status, answer.body.handle, answer.body.missing]).toEqual([200, `@${HANDLE}`, []])
    ;({ accountId } = answer.body)
  })
  step(PEER, 'post text', async () => {
    const sent = await send('Dark at eleven again, and the Milky Way is back.')
    expect([sent.state, (await records()).map(({ value }) => value.text)]).toEqual([
      'sent',
      ['Dark at eleven again, and the Milky Way is back.'],
    ])
  })
  step(PEER, 'post a link as a card, a hashtag and an emoji as facets', async () => {
    const sent = await send('🔭 Look up #darksky', { link: 'https://lowlamp.example/x' })
    const { value } = (await records()).find(({ value: { text } }) => text.includes('darksky'))!
    expect([sent.state, value['embed'], value['facets']]).toMatchObject([
      'sent',
      { external: { uri: 'https://lowlamp.example/x' } },
      [{ features: [{ tag: 'darksky' }] }],
    ])
  })
  step(PEER, 'post several pictures with descriptions', async () => {
    const pictures = [await picture('a.png', 'The dome'), await picture('b.png', 'The sky above')]
    const sent = await send('Two of them', { pictures })
    const { value } = (await records()).find(({ value: { text } }) => text === 'Two of them')!
    expect([sent.state, value['embed']]).toMatchObject([
      'sent',
      { images: [{ alt: 'The dome' }, { alt: 'The sky above' }] },
    ])
  })
  step(PEER, 'delete', async () => {
    const sent = await send('Not for long')
    const { state } = await nell.want<DeliveryView>('POST', `${path}/deliveries/${sent.id}/do`, {
      deed: 'take-back',
    })
    expect([state, (await records()).some(({ value }) => value.text === 'Not for long')]).toEqual([
      'taken-back',
      false,
    ])
  })
  step(PEER, 'a text too long is refused for good, in the server’s words', async () => {
    world.change(`UPDATE accounts SET rules_json = json_set(rules_json, '$.limit', 2000)`)
    const { state, message } = await send('long '.repeat(80))
    world.change(`UPDATE accounts SET rules_json = json_set(rules_json, '$.limit', 300)`)
    expect([state, message]).toEqual(['not-sent', expect.stringMatching(/refused it for good.*text/i)])
  })
  step(PEER, 'an answer that was lost is asked about, and nothing is sent twice', async () => {
    const sent = await send('Did it arrive?')
    world.change(
      `UPDATE deliveries SET state = 'unknown', remote_id = NULL, remote_url = NULL, next_try_at = 0
       WHERE id = '${sent.id}'`,
    )
    await expect.poll(async () => (await deliveryOf(sent.id)).state, { timeout: 20_000 }).toBe('sent')
    expect((await records()).filter(({ value }) => value.text === 'Did it arrive?')).toHaveLength(1)
  })
  step(PEER, 'renewal, with rotation, before a token ends', async () => {
    process.env['QUILL_DATA_DIR'] = world.dataDir
    const { seal, unseal } = await import('#server/platform/secrets')
    const kept = () =>
      (world.rows('SELECT token_sealed, grant_sealed FROM accounts') as Record<string, string>[]).map(
        (row) => ({
          token: unseal(row['token_sealed']!),
          grant: JSON.parse(unseal(row['grant_sealed']!)) as { refresh: string; expiresAt: number },
        }),
      )[0]!
    const before = kept()
    const grant = seal(JSON.stringify({ ...before.grant, expiresAt: 1 }))
    world.change(`UPDATE accounts SET grant_sealed = '${grant}'`)
    await nell.want('POST', `${path}/accounts/${accountId}/check`)
    const after = kept()
    expect(after.token).not.toBe(before.token)
    expect(after.grant.refresh).not.toBe(before.grant.refresh)
    expect(after.grant.expiresAt).toBeGreaterThan(Date.now())
    expect((await send('After the renewal')).state).toBe('sent')
  })
})
