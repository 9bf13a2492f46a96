import { readTexts } from '#shared/platform/json'
import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { text, whole } from '#server/platform/db/tables'
import { FOLDERS, type FolderRow } from '../rows'

export const folderByName = (db: Db, brandId: string, name: string): Promise<FolderRow | undefined> =>
  db('folders').where({ brand_id: brandId, name }).first()

/** A brand’s folder; undefined where it has none of this id. */
export const folderById = (db: Db, brandId: string, id: string): Promise<FolderRow | undefined> =>
  db('folders').where({ brand_id: brandId, id }).first()

/** A folder of any brand that is there: for whoever comes with the key of its feed. */
export const anyFolder = (db: Db, id: string): Promise<FolderRow | undefined> =>
  readFirst(
    FOLDERS.columns,
    joined(db, 'folders')
      .join('brands', 'brands.id', 'folders.brand_id')
      .where('folders.id', id)
      .whereNull('brands.removed_at')
      .select('folders.*'),
  )

/** A brand's folders with how many sources stand in each, by name. */
export const foldersOf = (db: Db, brandId: string): Promise<(FolderRow & { sources: number })[]> =>
  readAll(
    { ...FOLDERS.columns, sources: whole() },
    joined(db, 'folders')
      .leftJoin('source_folders', 'source_folders.folder_id', 'folders.id')
      .leftJoin('sources', (join) =>
        join.on('sources.id', 'source_folders.source_id').andOnNull('sources.removed_at'),
      )
      .where('folders.brand_id', brandId)
      .groupBy('folders.id')
      .orderBy('folders.name')
      .select('folders.*', db.raw('count(sources.id) AS sources')),
  )

/** The folders a source stands in, by their ids. */
export const linksOfSource = (db: Db, sourceId: string): Promise<{ folder_id: string }[]> =>
  db('source_folders').where({ source_id: sourceId })

export const linksOfFolder = (db: Db, folderId: string): Promise<{ source_id: string }[]> =>
  db('source_folders').where({ folder_id: folderId })

/** The folders a source stands in, by name. */
export const foldersOfSource = (db: Db, sourceId: string): Promise<FolderRow[]> =>
  readAll(
    FOLDERS.columns,
    joined(db, 'folders')
      .join('source_folders', 'source_folders.folder_id', 'folders.id')
      .where('source_folders.source_id', sourceId)
      .orderBy('folders.name')
      .select('folders.*'),
  )

/** The names of the folders that each of a brand's sources stands in. */
export const folderNamesOfSources = (
  db: Db,
  brandId: string,
): Promise<{ source_id: string; name: string }[]> =>
  readAll(
    { source_id: text(), name: text() },
    joined(db, 'source_folders')
      .join('folders', 'folders.id', 'source_folders.folder_id')
      .where('folders.brand_id', brandId)
      .orderBy('folders.name')
      .select('source_folders.source_id', 'folders.name'),
  )

/** The hashtags of all folders a source stands in, folder by folder. */
export const hashtagsOfSource = async (db: Db, sourceId: string): Promise<string[]> => {
  const rows = await foldersOfSource(db, sourceId)
  return [...new Set(rows.flatMap((row) => readTexts(row.hashtags_json)))]
}
