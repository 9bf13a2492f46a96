import { MINUTE, toInstant } from '#core/instant'
import type { Person } from '#shared/people/types'
import type { PairedBrowser, TokenScope } from '#shared/tokens/types'
import { personById, roleOf } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { realNow } from '#server/platform/clock'
import { hashOf } from '#server/platform/codes'
import { inTransaction, useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { endTokenOf, liveToken, liveTokensOf, touchToken } from './queries/tokens'

/** Uses within this time of the last are not written down. */
const TOUCHED_MS = MINUTE

/** Who holds a token: in whose name they ask, and of which brand. */
export interface TokenHolder {
  person: Person
  actor: Actor
}

/**
 * Who asks with a token. Throws `tokenEnded` where it is not known, was ended, or its person no longer works
 * on its brand; `tokenScope` where it may not do this.
 */
export async function holderOf(token: string, scope: TokenScope | null): Promise<TokenHolder> {
  const db = await useDb()
  const row = await liveToken(db, hashOf(token))
  const [person, role] = row
    ? await Promise.all([personById(db, row.person_id), roleOf(db, row.brand_id, row.person_id)])
    : []
  if (!row || !person || !role || role === 'client') throw problem('tokenEnded')
  if (scope === null || !row.scopes.split(' ').includes(scope)) throw problem('tokenScope')
  const now = realNow()
  if (now - row.last_used_at >= TOUCHED_MS)
    await inTransaction((changing) => touchToken(changing, row.id, now))
  const { id, name, email } = person
  return { person: { id, name, email }, actor: { personId: id, brandId: row.brand_id, role } }
}

/** The browsers a person paired for a brand, the newest first. */
export async function pairedBrowsers({ personId, brandId }: Actor): Promise<PairedBrowser[]> {
  return (await liveTokensOf(await useDb(), personId, brandId)).map(
    ({ id, name, made_at, last_used_at }) => ({
      id,
      name,
      madeAt: toInstant(made_at),
      lastUsedAt: toInstant(last_used_at),
    }),
  )
}

/** Ends one's own token: from then on it opens nothing. Throws `notFound`. */
export const endToken = (actor: Actor, id: string): Promise<void> =>
  inTransaction(async (db) => {
    if (!(await endTokenOf(db, actor, id, realNow()))) throw problem('notFound')
    await announce(db, actor.brandId, 'token', id)
  })
