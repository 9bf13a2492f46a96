import type { Db } from '#server/platform/db'
import { pick, type ShapeOf } from '#server/platform/db/tables'
import { joined, readAll } from '#server/platform/db/read'
import { text } from '#server/platform/db/tables'
import { LETTERS, type LetterBoxRow, type LetterRow } from '../rows'

export const boxById = (db: Db, id: string): Promise<LetterBoxRow | undefined> =>
  db('letter_boxes').where({ id }).first()

export const boxOf = (db: Db, brandId: string, personId: string): Promise<LetterBoxRow | undefined> =>
  db('letter_boxes').where({ brand_id: brandId, person_id: personId }).first()

export const insertBox = async (db: Db, row: Omit<LetterBoxRow, 'version'>): Promise<void> => {
  await db('letter_boxes').insert(row)
}

export const updateBox = async (db: Db, id: string, patch: Partial<LetterBoxRow>): Promise<void> => {
  await db('letter_boxes').where({ id }).update(patch)
}

export const removeBox = async (db: Db, id: string): Promise<void> => {
  await db('letter_boxes').where({ id }).del()
}

/** How many letters came to a box since then. */
export const lettersSince = async (db: Db, boxId: string, since: number): Promise<number> =>
  Number(
    (await db('letters').where({ box_id: boxId }).where('at', '>=', since).count({ n: '*' }).first())?.n ?? 0,
  )

export const letterById = (db: Db, id: string): Promise<LetterRow | undefined> =>
  db('letters').where({ id }).first()

/** Keeps a letter; one that came before stays as it is. */
export const insertLetter = async (db: Db, row: Omit<LetterRow, 'tries'>): Promise<void> => {
  await db('letters').insert(row).onConflict(['box_id', 'message_id']).ignore()
}

export const updateLetter = async (db: Db, id: string, patch: Partial<LetterRow>): Promise<void> => {
  await db('letters').where({ id }).update(patch)
}

/** Letters that are due by now, one of a box and none of these boxes', the longest waiting first. */
export const dueLetters = (
  db: Db,
  now: number,
  { limit, not }: { limit: number; not: string[] },
): Promise<LetterRow[]> =>
  db('letters')
    .whereIn(
      'id',
      db('letters').where('next_try_at', '<=', now).whereNotIn('box_id', not).groupBy('box_id').min('id'),
    )
    .orderBy('next_try_at')
    .limit(limit)

/** Takes a letter that is still due until then, so that nobody else does. Whether it was free. */
export const leaseLetter = async (db: Db, id: string, now: number, until: number): Promise<boolean> =>
  (await db('letters')
    .where({ id })
    .where('next_try_at', '<=', now)
    .update({ next_try_at: until, tries: db.raw('tries + 1') })) === 1

const LISTED = {
  ...pick(LETTERS, 'id', 'at', 'sender', 'subject', 'state', 'message', 'clipping_id'),
  post_id: text().orNull(),
}
export type ListedLetter = ShapeOf<typeof LISTED>

/** The last letters of a box without their content, and the posts that were made from them, newest first. */
export const lettersOf = (db: Db, boxId: string, limit: number): Promise<ListedLetter[]> =>
  readAll(
    LISTED,
    joined(db, 'letters')
      .leftJoin('posts', 'posts.id', 'letters.id')
      .where('letters.box_id', boxId)
      .orderBy('letters.at', 'desc')
      .limit(limit)
      .select(
        'letters.id',
        'letters.at',
        'letters.sender',
        'letters.subject',
        'letters.state',
        'letters.message',
        'letters.clipping_id',
        'posts.id AS post_id',
      ),
  )
