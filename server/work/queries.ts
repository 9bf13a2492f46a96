import type { Db } from '#server/platform/db'

/** Rows removed by one statement: few enough that nobody waits for it. */
const AT_ONCE = 200

const removeOld = async (
  db: Db,
  table: string,
  key: string,
  condition: string,
  given: (string | number)[],
): Promise<boolean> => {
  const removed = await db(table)
    .whereRaw(`${key} IN (SELECT ${key} FROM ${table} WHERE ${condition} LIMIT ${AT_ONCE})`, given)
    .del()
  return removed === AT_ONCE
}

/** Each removes some rows of one kind that are older than an instant, and says whether there may be more. */
export const olderThan = {
  history: (db: Db, at: number) => removeOld(db, 'history', 'id', 'at < ?', [at]),
  changes: (db: Db, at: number) => removeOld(db, 'changes', 'seq', 'at < ?', [at]),
  sessions: (db: Db, at: number) => removeOld(db, 'sessions', 'id', 'last_seen_at < ?', [at]),
  linkLooks: (db: Db, at: number) => removeOld(db, 'link_looks', 'url', 'looked_at < ?', [at]),
  tries: (db: Db, at: number) => removeOld(db, 'sign_in_tries', 'who', 'last_at < ?', [at]),
  imports: (db: Db, at: number) => removeOld(db, 'imports', 'id', 'created_at < ?', [at]),
  /** One row a list and day: so few that they go at once. */
  mailDays: async (db: Db, at: number) => {
    await db('mail_days').where('day', '<', new Date(at).toISOString().slice(0, 10)).del()
    return false
  },
  /** Pictures that no post has used since then. */
  pictures: (db: Db, at: number) => removeOld(db, 'pictures', 'id', 'unused_since < ?', [at]),
}

const IS_USED = `(EXISTS (SELECT 1 FROM post_pictures WHERE post_pictures.picture_id = pictures.id)
  OR EXISTS (SELECT 1 FROM wordings WHERE wordings.picture_id = pictures.id))`

/**
 * Notes since when pictures are used by no post, and forgets it of those that are again: an undo may bring
 * one back.
 */
export async function noteUnusedPictures(db: Db, now: number): Promise<void> {
  await db('pictures').whereNotNull('unused_since').whereRaw(IS_USED).update({ unused_since: null })
  await db('pictures').whereNull('unused_since').whereRaw(`NOT ${IS_USED}`).update({ unused_since: now })
}
