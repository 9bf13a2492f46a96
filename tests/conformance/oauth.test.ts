// What every sign-in is made of, against an authorization server of OpenID's makers (oidc-provider 9.13):
// each step names the clause it shows.
import { chromium, type Browser } from '@playwright/test'
import { afterAll, beforeAll, describe, expect } from 'vitest'
import type { Flow, Grant } from '#server/networks/signIn/types'
import { installed, startAuthorizationServer } from './peer'
import { step } from './table'

const PEER = 'OAuth 2.0: oidc-provider 9.13.3'
const folder = installed('oidc')
const REDIRECT = 'http://127.0.0.1:1/connected'

if (folder === null) console.log(`${PEER}: not run, it is not installed`)

describe.skipIf(folder === null)(PEER, () => {
  let issuer: string
  let stop: () => void
  let browser: Browser
  let oauth: typeof import('#server/networks/signIn/oauth')
  let granted: Grant
  let token: string

  beforeAll(async () => {
    ;({ issuer, stop } = await startAuthorizationServer(folder!, REDIRECT))
    process.env['QUILL_PRIVATE_HOSTS'] = new URL(issuer).host
    oauth = await import('#server/networks/signIn/oauth')
    const executablePath = process.env['CHROMIUM'] ?? '/usr/bin/chromium'
    browser = await chromium.launch({ executablePath, args: ['--no-sandbox', '--disable-gpu'] })
  })
  afterAll(async () => {
    await browser?.close()
    stop?.()
  })

  async function flowOf(bound: boolean): Promise<Flow> {
    const known = await oauth.serverFacts(issuer)
    const { pushed_authorization_request_endpoint: pushed, ...facts } = known!.facts
    return {
      protocol: 'mastodon',
      network: 'Peer',
      address: `${issuer}/`,
      server: bound ? { ...facts, pushed_authorization_request_endpoint: pushed } : facts,
      client: bound ? { id: 'quill-bound', secret: null } : { id: 'quill', secret: 'a secret of theirs' },
      redirectUri: REDIRECT,
      verifier: 'v'.repeat(64),
      scopes: 'openid offline_access',
      subject: null,
      dpopKey: bound ? await oauth.newDpopKey() : null,
      skew: 0,
    }
  }
  /** Signs in on the server's own pages and says yes, or leaves. */
  async function sayAt(url: string, what: 'yes' | 'no'): Promise<URLSearchParams> {
    const context = await browser.newContext()
    const page = await context.newPage()
    try {
      await page.route('http://127.0.0.1:1/**', (route) => route.abort())
      const back = page.waitForRequest((request) => request.url().startsWith(REDIRECT))
      await page.goto(url)
      if (what === 'no') await page.getByRole('link', { name: /cancel/i }).click()
      else {
        await page.locator('input[name=login]').fill('ada')
        await page.locator('input[name=password]').fill('anything')
        await page.getByRole('button').click()
        await page.getByRole('button', { name: /continue/i }).click()
      }
      return new URL((await back).url()).searchParams
    } finally {
      await context.close()
    }
  }
  const consent = { prompt: 'consent' }

  step(
    PEER,
    'RFC 8414 §3.3, RFC 6749 §4.1.1 and 4.1.3, RFC 7636 §4.3 and 4.5, RFC 9207 §2.4: a code for a token',
    async () => {
      const flow = await flowOf(false)
      const answer = await sayAt(await oauth.authorizationAddress(flow, 'a-state', consent), 'yes')
      expect(answer.get('iss')).toBe(issuer)
      const got = await oauth.exchange(flow, answer, 'a-state')
      expect(got.grant.refresh).not.toBeNull()
      ;({ token, grant: granted } = got)
    },
  )
  step(PEER, 'RFC 6749 §4.1.2: a code is good once, and used again ends what came of it', async () => {
    const flow = await flowOf(false)
    const answer = await sayAt(await oauth.authorizationAddress(flow, 's', consent), 'yes')
    const { grant } = await oauth.exchange(flow, answer, 's')
    await expect(oauth.exchange(flow, answer, 's')).rejects.toMatchObject({ code: 'codeOver' })
    await expect(oauth.renewal('Peer', grant)).rejects.toMatchObject({ code: 'tokenRefused' })
  })
  step(PEER, 'RFC 6749 §10.12: a state that is foreign is refused before anything is sent', async () => {
    const flow = await flowOf(false)
    const answer = await sayAt(await oauth.authorizationAddress(flow, 'a-state', consent), 'yes')
    await expect(oauth.exchange(flow, answer, 'another-state')).rejects.toMatchObject({ code: 'oddAnswer' })
  })
  step(PEER, 'RFC 9207 §2.4: an answer that names another issuer is refused', async () => {
    const flow = await flowOf(false)
    const answer = await sayAt(await oauth.authorizationAddress(flow, 's', consent), 'yes')
    answer.set('iss', 'https://elsewhere.example')
    await expect(oauth.exchange(flow, answer, 's')).rejects.toMatchObject({ code: 'otherIssuer' })
  })
  step(PEER, 'RFC 7636 §4.6: a code with another verifier is refused', async () => {
    const flow = await flowOf(false)
    const answer = await sayAt(await oauth.authorizationAddress(flow, 's', consent), 'yes')
    const other = { ...flow, verifier: 'w'.repeat(64) }
    await expect(oauth.exchange(other, answer, 's')).rejects.toMatchObject({ code: 'codeOver' })
  })
  step(PEER, 'RFC 6749 §4.1.2.1: who leaves its page has said no', async () => {
    const flow = await flowOf(false)
    const answer = await sayAt(await oauth.authorizationAddress(flow, 's', consent), 'no')
    await expect(oauth.exchange(flow, answer, 's')).rejects.toMatchObject({ code: 'saidNo' })
  })
  step(PEER, 'RFC 6749 §6: renewal, with a new refresh token in place of the old', async () => {
    const renewed = await oauth.renewal('Peer', granted)
    expect(renewed.token).not.toBe(token)
    expect(renewed.grant.refresh).not.toBe(granted.refresh)
    ;({ token, grant: granted } = renewed)
  })
  step(PEER, 'RFC 7009 §2.1: what is revoked renews nothing any more', async () => {
    expect(await oauth.revoke(granted, token)).toBe(true)
    await expect(oauth.renewal('Peer', granted)).rejects.toMatchObject({ code: 'tokenRefused' })
  })
  step(
    PEER,
    'RFC 9126 §2, RFC 9449 §5: a pushed request, and a token bound to a key, renewed with it alone',
    async () => {
      const flow = await flowOf(true)
      const url = await oauth.authorizationAddress(flow, 's', consent)
      expect([...new URL(url).searchParams.keys()].sort()).toEqual(['client_id', 'request_uri'])
      const { grant } = await oauth.exchange(flow, await sayAt(url, 'yes'), 's')
      await expect(
        oauth.renewal('Peer', { ...grant, dpopKey: await oauth.newDpopKey() }),
      ).rejects.toMatchObject({ code: 'tokenRefused' })
      expect((await oauth.renewal('Peer', grant)).grant.refresh).not.toBeNull()
    },
  )
})
