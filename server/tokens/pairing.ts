import { v7 as uuid } from 'uuid'
import { MINUTE, toInstant } from '#core/instant'
import type { NewToken, PairingCode } from '#shared/tokens/types'
import { brandById, countTry, personById, roleOf, tryWasRight } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { realNow } from '#server/platform/clock'
import { hashOf, hashOfCode, newCode } from '#server/platform/codes'
import { inTransaction } from '#server/platform/db'
import { keyedHash } from '#server/platform/http/whereFrom'
import { problem } from '#server/platform/http/problem'
import { newToken } from './newToken'
import { insertToken, putPairing, takePairing } from './queries/tokens'

/** How long a code is good for. */
const CODE_LIVES_MS = 10 * MINUTE

/** A code with which a browser can be paired once; the one a person had before is good no more. */
export async function newPairing({ personId, brandId }: Actor): Promise<PairingCode> {
  const code = newCode()
  const ends = realNow() + CODE_LIVES_MS
  await inTransaction((db) =>
    putPairing(db, {
      hash: hashOfCode(code),
      person_id: personId,
      brand_id: brandId,
      scopes: 'capture',
      ends_at: ends,
    }),
  )
  return { code, endsAt: toInstant(ends) }
}

/**
 * Gives a token for a code, once. Tries are counted by where they come from, and all together: guessing is
 * slowed. Throws `pairingCode`, or `signInWait` while it is too early for another try.
 */
export async function pair(given: { code: string; name: string }, from: string): Promise<NewToken> {
  const counted = await countTry([
    { who: keyedHash(`code from ${from}`), kind: 'pair' },
    { who: 'codes', kind: 'all' },
  ])
  const token = newToken()
  const paired = await inTransaction(async (db) => {
    const now = realNow()
    const code = await takePairing(db, hashOfCode(given.code))
    if (!code || code.ends_at <= now) return null
    const [person, brand, role] = await Promise.all([
      personById(db, code.person_id),
      brandById(db, code.brand_id),
      roleOf(db, code.brand_id, code.person_id),
    ])
    if (!person || !brand || !role || role === 'client') return null
    const id = uuid()
    await insertToken(db, {
      id,
      hash: hashOf(token),
      person_id: person.id,
      brand_id: brand.id,
      scopes: code.scopes,
      name: given.name,
      made_at: now,
      last_used_at: now,
      ended_at: null,
      ends_at: null,
    })
    await announce(db, brand.id, 'token', id)
    return { token, person: person.name, brand: brand.name }
  })
  // Outside: a code that was wrong is gone all the same, and its try stays counted.
  if (!paired) throw problem('pairingCode').at('code')
  await tryWasRight(counted)
  return paired
}
