import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { text } from '#server/platform/db/tables'
import { NOTICES, OWN_TELLING, type NoticeRow, type OwnTellingRow } from '../rows'

/** How a person wants to be told of a brand's notices. */
export const ownTelling = (db: Db, brandId: string, personId: string): Promise<OwnTellingRow | undefined> =>
  db('own_telling').where({ brand_id: brandId, person_id: personId }).first()

/** Of all who want to be told of something of a brand, with their addresses. */
export const tellingsOf = (db: Db, brandId: string): Promise<(OwnTellingRow & { email: string })[]> =>
  readAll(
    { ...OWN_TELLING.columns, email: text() },
    joined(db, 'own_telling')
      .join('people', 'people.id', 'own_telling.person_id')
      .where('own_telling.brand_id', brandId)
      .where('own_telling.topics_json', '<>', '[]')
      .orderBy('own_telling.person_id')
      .select('own_telling.*', 'people.email'),
  )

export const putOwnTelling = async (db: Db, row: OwnTellingRow): Promise<void> => {
  await db('own_telling').insert(row).onConflict(['brand_id', 'person_id']).merge()
}

export const noteOwnTelling = async (
  db: Db,
  { brand_id, person_id }: Pick<OwnTellingRow, 'brand_id' | 'person_id'>,
  patch: Partial<Pick<OwnTellingRow, 'next_at' | 'message'>>,
): Promise<void> => {
  await db('own_telling').where({ brand_id, person_id }).update(patch)
}

/** Open notices from a moment on that a person was not told of yet, oldest first. */
export const untoldOf = (db: Db, brandId: string, personId: string, since: number): Promise<NoticeRow[]> =>
  readAll(
    NOTICES.columns,
    joined(db, 'notices')
      .where('notices.brand_id', brandId)
      .whereNull('notices.settled_at')
      .where('notices.at', '>=', since)
      .whereNotExists(
        db('notices_told')
          .whereRaw('notices_told.notice_id = notices.id')
          .where('notices_told.person_id', personId)
          .select(db.raw('1')),
      )
      .orderBy('notices.at')
      .select('notices.*'),
  )

/** Keeps who was told of what. */
export const insertTold = async (
  db: Db,
  rows: { notice_id: string; person_id: string; at: number }[],
): Promise<void> => {
  await db('notices_told').insert(rows).onConflict(['notice_id', 'person_id']).ignore()
}
