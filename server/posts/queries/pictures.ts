import type { Db } from '#server/platform/db'
import type { InsertOf } from '#server/platform/db/tables'
import type { PictureRow, PICTURES } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

const FACTS = [
  'id',
  'brand_id',
  'width',
  'height',
  'bytes',
  'type',
  'from_url',
  'message',
  'created_by',
  'created_at',
] as const
/** A picture without its content. */
export type PictureFacts = Pick<PictureRow, (typeof FACTS)[number]>

export const insertPicture = async (db: Db, row: InsertOf<typeof PICTURES>): Promise<void> => {
  await db('pictures').insert(row)
}

export const pictureById = (db: Db, brandId: string, id: string): Promise<PictureRow | undefined> =>
  db('pictures').where({ brand_id: brandId, id }).first()

export const picturesByIds = (db: Db, brandId: string, wanted: string[]): Promise<PictureFacts[]> =>
  db('pictures')
    .where({ brand_id: brandId })
    .whereRaw('id IN ?', [listOf(db, wanted)])
    .select(...FACTS)

/** The addresses that pictures were taken from, by their ids. */
export const pictureAddresses = async (
  db: Db,
  brandId: string,
  wanted: string[],
): Promise<Map<string, string>> =>
  new Map(
    (await picturesByIds(db, brandId, wanted)).flatMap(({ id, from_url }) =>
      from_url === null ? [] : [[id, from_url] as const],
    ),
  )

/** Whether a brand has a picture. */
export const hasPicture = async (db: Db, brandId: string, id: string): Promise<boolean> =>
  (await db('pictures').where({ brand_id: brandId, id }).first('id')) !== undefined

/** A picture taken from this address before. */
export const pictureFrom = (db: Db, brandId: string, url: string): Promise<PictureFacts | undefined> =>
  db('pictures')
    .where({ brand_id: brandId, from_url: url })
    .first(...FACTS)

const IS_USED = `(EXISTS (SELECT 1 FROM post_pictures WHERE post_pictures.picture_id = pictures.id)
  OR EXISTS (SELECT 1 FROM wordings WHERE wordings.picture_id = pictures.id)
  OR EXISTS (SELECT 1 FROM clipping_pictures WHERE clipping_pictures.picture_id = pictures.id))`

/**
 * Notes since when pictures are used by no post, and forgets it of those that are again: an undo may bring
 * one back.
 */
export async function noteUnusedPictures(db: Db, now: number): Promise<void> {
  await db('pictures').whereNotNull('unused_since').whereRaw(IS_USED).update({ unused_since: null })
  await db('pictures').whereNull('unused_since').whereRaw(`NOT ${IS_USED}`).update({ unused_since: now })
}
