import type { Db } from '#server/platform/db'
import type { PairingRow, TokenRow } from '../rows'

export const insertToken = async (db: Db, row: TokenRow): Promise<void> => {
  await db('tokens').insert(row)
}

/** A token that has not been ended; undefined where there is none of this hash. */
export const liveToken = (db: Db, hash: string): Promise<TokenRow | undefined> =>
  db('tokens').where({ hash }).whereNull('ended_at').first()

/** What a person's tokens in a brand are that have not been ended, newest first; those that ran out too. */
export const liveTokensOf = (db: Db, personId: string, brandId: string): Promise<TokenRow[]> =>
  db('tokens')
    .where({ person_id: personId, brand_id: brandId })
    .whereNull('ended_at')
    .orderBy('made_at', 'desc')
    .limit(100)

export const tokenById = (db: Db, id: string): Promise<TokenRow | undefined> =>
  db('tokens').where({ id }).whereNull('ended_at').first()

export const touchToken = async (db: Db, id: string, at: number): Promise<void> => {
  await db('tokens').where({ id }).update({ last_used_at: at })
}

/** Ends a token of this person's; says whether there was one. */
export const endTokenOf = async (
  db: Db,
  { personId, brandId }: { personId: string; brandId: string },
  id: string,
  at: number,
): Promise<boolean> =>
  (await db('tokens')
    .where({ id, person_id: personId, brand_id: brandId })
    .whereNull('ended_at')
    .update({ ended_at: at })) > 0

/** Puts a code in the place of those a person had. */
export async function putPairing(db: Db, row: PairingRow): Promise<void> {
  await db('pairings').where({ person_id: row.person_id }).del()
  await db('pairings').insert(row)
}

/** Takes a code out, so that nobody uses it again; undefined where there is none of this hash. */
export async function takePairing(db: Db, hash: string): Promise<PairingRow | undefined> {
  const row = await db('pairings').where({ hash }).first()
  await db('pairings').where({ hash }).del()
  return row
}
