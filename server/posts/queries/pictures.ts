import type { Db } from '#server/platform/db'
import type { PictureRow } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** A picture without its content. */
export type PictureFacts = Omit<PictureRow, 'content'>

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

export const insertPicture = async (db: Db, row: PictureRow): Promise<void> => {
  await db('pictures').insert(row)
}

export const pictureById = (db: Db, brandId: string, id: string): Promise<PictureRow | undefined> =>
  db<PictureRow>('pictures').where({ brand_id: brandId, id }).first()

export const picturesByIds = (db: Db, brandId: string, wanted: string[]): Promise<PictureFacts[]> =>
  db<PictureRow>('pictures')
    .where({ brand_id: brandId })
    .whereRaw('id IN ?', [listOf(db, wanted)])
    .select([...FACTS]) as unknown as Promise<PictureFacts[]>

/** A picture taken from this address before. */
export const pictureFrom = (db: Db, brandId: string, url: string): Promise<PictureFacts | undefined> =>
  db<PictureRow>('pictures')
    .where({ brand_id: brandId, from_url: url })
    .first([...FACTS]) as unknown as Promise<PictureFacts | undefined>
