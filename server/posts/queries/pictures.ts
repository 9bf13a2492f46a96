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

/** A picture taken from this address before. */
export const pictureFrom = (db: Db, brandId: string, url: string): Promise<PictureFacts | undefined> =>
  db('pictures')
    .where({ brand_id: brandId, from_url: url })
    .first(...FACTS)
