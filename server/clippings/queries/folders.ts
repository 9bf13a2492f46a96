import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick, whole, type ShapeOf } from '#server/platform/db/tables'
import { CLIPPING_FOLDERS, type ClippingFolderRow } from '../rows'

const COUNTED = { ...pick(CLIPPING_FOLDERS, 'id', 'name', 'version'), count: whole() }

/** A brand's folders by name, with how many clippings wait in each. */
export const clippingFolders = (db: Db, brandId: string): Promise<ShapeOf<typeof COUNTED>[]> =>
  readAll(
    COUNTED,
    joined(db, 'clipping_folders')
      .leftJoin('clippings', (join) =>
        join.on('clippings.folder_id', 'clipping_folders.id').andOnNull('clippings.done_at'),
      )
      .where({ 'clipping_folders.brand_id': brandId })
      .whereNull('clipping_folders.removed_at')
      .groupBy('clipping_folders.id')
      .orderBy('clipping_folders.name')
      .select(
        'clipping_folders.id',
        'clipping_folders.name',
        'clipping_folders.version',
        db.raw('count(clippings.id) AS count'),
      ),
  )

/** A folder that was not given up. */
export const folderById = (db: Db, brandId: string, id: string): Promise<ClippingFolderRow | undefined> =>
  db('clipping_folders').where({ brand_id: brandId, id }).whereNull('removed_at').first()

export const folderByName = (db: Db, brandId: string, name: string): Promise<ClippingFolderRow | undefined> =>
  db('clipping_folders').where({ brand_id: brandId, name }).whereNull('removed_at').first()
