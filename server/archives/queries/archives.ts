import type { Db } from '#server/platform/db'
import type { InsertOf } from '#server/platform/db/tables'
import { insertAll, listOf } from '#server/platform/db/sqlite/bulk'
import type { ARCHIVES, ArchiveIdRow, ArchiveRow } from '../rows'

export const insertArchive = async (db: Db, row: InsertOf<typeof ARCHIVES>): Promise<void> => {
  await db('archives').insert(row)
}

export const updateArchive = async (db: Db, id: string, patch: Partial<ArchiveRow>): Promise<void> => {
  await db('archives').where({ id }).update(patch)
}

/** A person's archive; undefined for any other. */
export const archiveById = (db: Db, personId: string, id: string): Promise<ArchiveRow | undefined> =>
  db('archives').where({ person_id: personId, id }).first()

/** An archive, whosever it is. */
export const anyArchive = (db: Db, id: string): Promise<ArchiveRow | undefined> =>
  db('archives').where({ id }).first()

/** The archives a person had read, newest first. */
export const archivesOf = (db: Db, personId: string, most: number): Promise<ArchiveRow[]> =>
  db('archives').where({ person_id: personId }).orderBy('created_at', 'desc').orderBy('id').limit(most)

/** Those that are being read, oldest first. */
export const archivesAtWork = (db: Db): Promise<ArchiveRow[]> =>
  db('archives').where({ state: 'reading' }).orderBy('created_at')

/** Keeps what stands for ids of an archive. */
export const keepIds = (db: Db, rows: ArchiveIdRow[]): Promise<void> =>
  insertAll(db, 'archive_ids', rows, ['archive_id', 'anew'])

/** What stands for some ids of an archive, by the id; those alone that something is kept of. */
export const keptIds = async (
  db: Db,
  archiveId: string,
  ids: string[],
): Promise<Map<string, ArchiveIdRow>> => {
  const rows = await db('archive_ids')
    .where({ archive_id: archiveId })
    .whereRaw('anew IN ?', [listOf(db, ids)])
  return new Map(rows.map((row) => [row.anew, row]))
}

export const forgetIds = async (db: Db, archiveId: string): Promise<void> => {
  await db('archive_ids').where({ archive_id: archiveId }).del()
}
