// Sign-in from an installation with a public address, and from one that has none and is not asked at this
// machine's own.
import { afterAll, expect, it } from 'vitest'
import type { WayIn } from '#shared/networks/types'
import { makeBrand, World } from '../support/world'
import { connect } from '../support/signIn'

const PUBLIC = 'https://quill.bellhaven.example'
const worlds: World[] = []
afterAll(async () => {
  for (const world of worlds) await world.stop()
})
async function worldAt(env: Record<string, string>) {
  const world = await World.start({ ...env, QUILL_START_CODE: 'TEST-TEST-TEST' })
  worlds.push(world)
  return world
}

it('describes itself at its public address, and is let in by that description', async () => {
  const world = await worldAt({ QUILL_PUBLIC_URL: PUBLIC })
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [])
  const said = await nell.ask<Record<string, unknown>>('GET', '/oauth-client.json')
  expect([said.status, said.headers.get('content-type'), said.body]).toEqual([
    200,
    'application/json',
    {
      client_id: `${PUBLIC}/oauth-client.json`,
      client_name: 'Clear Quill',
      client_uri: PUBLIC,
      redirect_uris: [`${PUBLIC}/connected`],
      scope: 'atproto transition:generic',
      grant_types: ['authorization_code', 'refresh_token'],
      response_types: ['code'],
      token_endpoint_auth_method: 'none',
      application_type: 'web',
      dpop_bound_access_tokens: true,
    },
  ])
  const { status } = await connect(world, nell, path, { address: 'spare.lanternway.example', as: '52' })
  expect(status).toBe(200)
})

it('offers an app password, with the reason, where a network could not look it up', async () => {
  const world = await worldAt({ QUILL_PUBLIC_URL: 'http://quill.bellhaven.example' })
  const nell = await world.nell()
  const { path } = await makeBrand(nell, [])
  const way = await nell.want<WayIn>('POST', `${path}/accounts/way`, { address: 'spare.lanternway.example' })
  expect(way).toMatchObject({
    protocol: 'atproto',
    way: 'token',
    reason: expect.stringMatching(/app password/),
  })
})
