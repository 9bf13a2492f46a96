import { createHash } from 'node:crypto'
import { generateRandomState } from 'oauth4webapi'
import { readJson } from '#shared/platform/json'
import { MINUTE } from '#core/instant'
import type { Connected, Purpose, WayIn } from '#shared/networks/types'
import { roleOf } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { realNow } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem, ProblemError } from '#server/platform/http/problem'
import { seal, unseal } from '#server/platform/secrets'
import { addressOf } from './addresses'
import { connectSignedIn } from './connecting'
import type { SlotInput } from '../addAccount'
import { firstOf } from '../firstOf'
import { accountById } from '../queries/accounts'
import { forgetNetworkClient, insertSignIn, takeSignIn } from '../queries/signIns'
import { readSlots } from '../rowJson'
import { beginAtproto, finishAtproto } from './atprotoSignIn'
import { beginIndieAuth, finishIndieAuth } from './indieAuthSignIn'
import { beginMastodon, finishMastodon, mastodonName } from './mastodonSignIn'
import { authorizationAddress } from './oauth'
import { missingPurposes } from './purposes'
import { isFlow, type Flow, type SignedIn } from './types'

/** A sign-in that nobody came back from in this time is over. */
export const SIGN_IN_MS = 10 * MINUTE

/** What accounts are connected for; more is asked for when something needs it. */
const PURPOSES: readonly Purpose[] = ['post', 'responses']

/** The way back: a page of our own. */
export const BACK_PATH = '/connected'

const hashOf = (state: string): string => createHash('sha256').update(state).digest('base64url')

interface Begun {
  flow: Flow
  more: Record<string, string>
}

/** Begins at whatever network lies at an address: its kind is found as for a token. */
async function beginAt(address: URL, origin: string): Promise<Begun> {
  const redirectUri = `${origin}${BACK_PATH}`
  const ask = { redirectUri, purposes: PURPOSES }
  const begun = await firstOf<Begun>([
    async () => begunWith(await beginMastodon(address, ask), {}),
    async () => {
      const found = await beginAtproto(address, ask)
      return begunWith(found?.flow ?? null, found?.hint ?? {})
    },
    async () => {
      const flow = await beginIndieAuth(address, { ...ask, clientId: `${origin}/` })
      return begunWith(flow, { me: flow?.subject ?? '' })
    },
  ])
  if (!begun) throw problem('noNetwork', address.hostname)
  return begun
}

const begunWith = (flow: Flow | null, more: Record<string, string>): Begun | null => flow && { flow, more }

const atAddress = <T>(work: Promise<T>): Promise<T> =>
  work.catch((error: unknown) =>
    Promise.reject(error instanceof ProblemError && !error.body.errors ? error.at('address') : error),
  )

/**
 * Begins a sign-in: where the person's browser goes. The answer is good once, within ten minutes, for the
 * session that began. `accountId`: the account that is connected again.
 */
export async function beginSignIn(
  actor: Actor,
  sessionId: string,
  origin: string,
  input: { address: string; accountId: string | null; slots: SlotInput[] },
): Promise<{ url: string; network: string }> {
  const db = await useDb()
  const known = input.accountId === null ? null : await accountById(db, actor.brandId, input.accountId)
  if (input.accountId !== null && !known) throw problem('notFound')
  const { flow, more } = await atAddress(
    addressOf(known?.address ?? input.address).then((address) => beginAt(address, origin)),
  )
  const state = generateRandomState()
  const url = await atAddress(authorizationAddress(flow, state, more))
  await insertSignIn(db, {
    state_hash: hashOf(state),
    brand_id: actor.brandId,
    person_id: actor.personId,
    session_id: sessionId,
    account_id: input.accountId,
    flow_sealed: seal(JSON.stringify(flow)),
    slots_json: JSON.stringify(input.slots),
    began_at: realNow(),
  })
  return { url, network: flow.network }
}

/**
 * Ends a sign-in with what the person came back with. Of two answers to one, or one from elsewhere, none is
 * taken; an account that is there already is connected again, and keeps its name, timetable and line.
 */
export async function endSignIn(
  who: { personId: string; sessionId: string },
  answer: Record<string, string>,
): Promise<Connected> {
  const db = await useDb()
  const state = answer['state'] ?? ''
  const row = await takeSignIn(db, {
    state_hash: hashOf(state),
    person_id: who.personId,
    session_id: who.sessionId,
  })
  if (!row || row.began_at < realNow() - SIGN_IN_MS) throw problem('noSignIn')
  const role = await roleOf(db, row.brand_id, who.personId)
  if (role !== 'owner') throw problem('notAllowed')
  const flow = readJson(unseal(row.flow_sealed), isFlow)
  const signedIn = await finish(flow, new URLSearchParams(answer), state).catch(async (error: unknown) => {
    // Where a server has forgotten what it knew us as, the next try registers anew.
    const isRefused = error instanceof ProblemError && error.code === 'signInRefused'
    if (flow.protocol === 'mastodon' && isRefused) await forgetNetworkClient(db, new URL(flow.address).origin)
    throw error
  })
  const actor: Actor = { personId: who.personId, brandId: row.brand_id, role }
  const missing = missingPurposes(flow.protocol, signedIn.grant.scopes, PURPOSES)
  const connected = await connectSignedIn(actor, signedIn, {
    accountId: row.account_id,
    slots: readSlots(row.slots_json),
    mayPost: !missing.includes('post'),
  })
  return { brandId: row.brand_id, ...connected, missing }
}

function finish(flow: Flow, answer: URLSearchParams, state: string): Promise<SignedIn> {
  switch (flow.protocol) {
    case 'mastodon':
      return finishMastodon(flow, answer, state)
    case 'micropub':
      return finishIndieAuth(flow, answer, state)
    case 'atproto':
      return finishAtproto(flow, answer, state)
  }
}

/**
 * How one gets in at an address, before anything is begun: on the network's own page, or with a token and
 * why.
 */
export async function wayIn(text: string, origin: string): Promise<WayIn> {
  const address = await atAddress(addressOf(text))
  return atAddress(wayAt(address, origin))
}

async function wayAt(address: URL, origin: string): Promise<WayIn> {
  const ask = { redirectUri: `${origin}${BACK_PATH}`, purposes: PURPOSES }
  const way = await firstOf<WayIn>([
    async () => {
      const network = await mastodonName(address)
      return network === null ? null : { protocol: 'mastodon', network, way: 'sign-in', reason: null }
    },
    () => wayBy('atproto', address, async () => (await beginAtproto(address, ask))?.flow ?? null),
    () => wayBy('micropub', address, () => beginIndieAuth(address, { ...ask, clientId: `${origin}/` })),
  ])
  if (!way) throw problem('noNetwork', address.hostname)
  return way
}

/** The way in by one protocol; null where the address speaks another. */
async function wayBy(
  protocol: 'atproto' | 'micropub',
  address: URL,
  begin: () => Promise<Flow | null>,
): Promise<WayIn | null> {
  try {
    const flow = await begin()
    return flow && { protocol, network: flow.network, way: 'sign-in', reason: null }
  } catch (error) {
    if (!(error instanceof ProblemError) || !['cantSignIn', 'noPublicAddress'].includes(error.code))
      throw error
    return { protocol, network: address.hostname, way: 'token', reason: error.body.detail }
  }
}
