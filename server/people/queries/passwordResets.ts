import type { Db } from '#server/platform/db'
import type { PasswordResetRow } from '../rows'

export const insertReset = async (db: Db, row: PasswordResetRow): Promise<void> => {
  await db('password_resets').insert(row)
}

/** When a person asked for links since then, newest first. */
export const resetsAskedSince = async (db: Db, personId: string, since: number): Promise<number[]> =>
  (
    await db('password_resets')
      .where({ person_id: personId })
      .where('asked_at', '>', since)
      .orderBy('asked_at', 'desc')
  ).map(({ asked_at }) => asked_at)

/** A link that was asked for since then and not used; undefined for any other. */
export const openReset = (
  db: Db,
  tokenHash: string,
  askedSince: number,
): Promise<PasswordResetRow | undefined> =>
  db('password_resets')
    .where({ token_hash: tokenHash })
    .where('asked_at', '>', askedSince)
    .whereNull('used_at')
    .first()

/** Ends all of a person's links that are open; says how many there were. */
export const endResets = async (db: Db, personId: string, at: number): Promise<number> =>
  db('password_resets').where({ person_id: personId }).whereNull('used_at').update({ used_at: at })
