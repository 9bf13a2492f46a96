import type { Db } from '#server/platform/db'

/**
 * Takes a code of a time step off: says whether it is the first of that step or a later one, so that none is
 * good twice, whoever else asks at the same time.
 */
export const takeStep = async (db: Db, personId: string, step: number): Promise<boolean> =>
  (await db('people')
    .where({ id: personId })
    .where('totp_last_step', '<', step)
    .update({ totp_last_step: step })) > 0

/** Ends a person's second factor, its recovery codes with it. */
export const removeFactor = async (db: Db, personId: string): Promise<void> => {
  await db('people').where({ id: personId }).update({ totp_sealed: null, totp_since: null })
  await replaceRecoveryCodes(db, personId, [])
}

/** Puts these recovery codes in place of all there were. */
export const replaceRecoveryCodes = async (db: Db, personId: string, hashes: string[]): Promise<void> => {
  await db('recovery_codes').where({ person_id: personId }).del()
  if (hashes.length > 0)
    await db('recovery_codes').insert(
      hashes.map((code_hash) => ({ person_id: personId, code_hash, used_at: null })),
    )
}

/** Uses a recovery code up; says whether it was one that was left. */
export const takeRecoveryCode = async (
  db: Db,
  personId: string,
  code_hash: string,
  at: number,
): Promise<boolean> =>
  (await db('recovery_codes')
    .where({ person_id: personId, code_hash })
    .whereNull('used_at')
    .update({ used_at: at })) > 0

/** How many recovery codes are left. */
export const countRecoveryCodes = async (db: Db, personId: string): Promise<number> =>
  Number(
    (await db('recovery_codes').where({ person_id: personId }).whereNull('used_at').count({ n: '*' }).first())
      ?.n ?? 0,
  )
