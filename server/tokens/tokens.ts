import { v7 as uuid } from 'uuid'
import { DAY, MINUTE, toInstant } from '#core/instant'
import type { Person } from '#shared/people/types'
import {
  PERSONAL_SCOPES,
  type OwnToken,
  type PairedBrowser,
  type PersonalScope,
  type PersonalToken,
  type TokenScope,
} from '#shared/tokens/types'
import { brandById, personById, roleOf } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { realNow } from '#server/platform/clock'
import { hashOf } from '#server/platform/codes'
import { inTransaction, useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { newToken } from './newToken'
import { endTokenOf, insertToken, liveToken, liveTokensOf, tokenById, touchToken } from './queries/tokens'

/** Uses within this time of the last are not written down. */
const TOUCHED_MS = MINUTE

/** Who holds a token: in whose name they ask, and of which brand. */
export interface TokenHolder {
  person: Person
  actor: Actor
  tokenId: string
}

/**
 * Who asks with a token. Throws `tokenEnded` where it is not known, was ended, or its person no longer works
 * on its brand; `tokenScope` where it may not do this. `scopes`: any of which will do; null where every token
 * will.
 */
export async function holderOf(token: string, scopes: readonly TokenScope[] | null): Promise<TokenHolder> {
  const db = await useDb()
  const row = await liveToken(db, hashOf(token))
  const [person, role] = row
    ? await Promise.all([personById(db, row.person_id), roleOf(db, row.brand_id, row.person_id)])
    : []
  const now = realNow()
  const isOver = row !== undefined && row.ends_at !== null && row.ends_at <= now
  if (!row || isOver || !person || !role || role === 'client') throw problem('tokenEnded')
  const own = row.scopes.split(' ')
  if (scopes !== null && !scopes.some((scope) => own.includes(scope))) throw problem('tokenScope')
  if (now - row.last_used_at >= TOUCHED_MS)
    await inTransaction((changing) => touchToken(changing, row.id, now))
  const { id, name, email } = person
  return {
    person: { id, name, email },
    actor: { personId: id, brandId: row.brand_id, role },
    tokenId: row.id,
  }
}

/** The browsers a person paired for a brand, the newest first. */
export async function pairedBrowsers({ personId, brandId }: Actor): Promise<PairedBrowser[]> {
  const rows = await liveTokensOf(await useDb(), personId, brandId)
  return rows
    .filter(({ ends_at }) => ends_at === null)
    .map(({ id, name, made_at, last_used_at }) => ({
      id,
      name,
      madeAt: toInstant(made_at),
      lastUsedAt: toInstant(last_used_at),
    }))
}

/** Ends one's own token: from then on it opens nothing. Throws `notFound`. */
export const endToken = (actor: Actor, id: string): Promise<void> =>
  inTransaction(async (db) => {
    if (!(await endTokenOf(db, actor, id, realNow()))) throw problem('notFound')
    await announce(db, actor.brandId, 'token', id)
  })

/** What a token is told of itself. Throws `notSignedIn` where it is none. */
export async function ownToken(tokenId: string | null): Promise<OwnToken> {
  const db = await useDb()
  const row = tokenId === null ? undefined : await tokenById(db, tokenId)
  if (!row) throw problem('notSignedIn')
  return {
    ...{ name: row.name, brandId: row.brand_id, scopes: row.scopes.split(' ') },
    person: (await personById(db, row.person_id))?.name ?? '',
    brand: (await brandById(db, row.brand_id))?.name ?? '',
    endsAt: row.ends_at === null ? null : toInstant(row.ends_at),
  }
}

/** A person's tokens for programs of their own, the newest first. */
export async function personalTokens({ personId, brandId }: Actor): Promise<PersonalToken[]> {
  const rows = await liveTokensOf(await useDb(), personId, brandId)
  return rows.flatMap(({ id, name, scopes, made_at, last_used_at, ends_at }) =>
    ends_at === null
      ? []
      : {
          ...{ id, name, scopes: PERSONAL_SCOPES.filter((one) => scopes.split(' ').includes(one)) },
          ...{ madeAt: toInstant(made_at), lastUsedAt: toInstant(last_used_at) },
          endsAt: toInstant(ends_at),
        },
  )
}

/** Tokens for programs that a person has for a brand, at most. */
const MOST_TOKENS = 50

/** Makes a token for a program; nobody is told it again. Throws `tooManyTokens`. */
export async function addToken(
  { personId, brandId }: Actor,
  { name, scopes, days }: { name: string; scopes: PersonalScope[]; days: number },
): Promise<{ id: string; token: string }> {
  const token = newToken()
  const id = uuid()
  const now = realNow()
  await inTransaction(async (db) => {
    const own = (await liveTokensOf(db, personId, brandId)).filter(({ ends_at }) => ends_at !== null)
    if (own.length >= MOST_TOKENS) throw problem('tooManyTokens', MOST_TOKENS)
    await insertToken(db, {
      ...{ id, hash: hashOf(token), person_id: personId, brand_id: brandId, name },
      scopes: PERSONAL_SCOPES.filter((one) => scopes.includes(one)).join(' '),
      ...{ made_at: now, last_used_at: now, ended_at: null, ends_at: now + days * DAY },
    })
    await announce(db, brandId, 'token', id)
  })
  return { id, token }
}
