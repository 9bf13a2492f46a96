import type { Db } from '../db'

/**
 * Takes the turn at a piece of work that one process does at a time, for as long; the holder may take it
 * again. Says whether it was got.
 */
export const takeJobLease = async (
  db: Db,
  name: string,
  holder: string,
  realNow: number,
  untilMs: number,
): Promise<boolean> => {
  const taken = await db('turns')
    .insert({ name, holder, until: untilMs })
    .onConflict('name')
    .merge()
    .whereRaw('turns.holder = excluded.holder OR turns.until < ?', [realNow])
    .returning('name')
  return taken.length === 1
}

export const endJobLease = async (db: Db, name: string, holder: string): Promise<void> => {
  await db('turns').where({ name, holder }).del()
}
