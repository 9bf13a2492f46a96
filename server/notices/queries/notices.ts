import type { NoticeKind } from '#shared/notices/types'
import type { Db } from '#server/platform/db'
import type { NoticeRow } from '../rows'

/** The open notice of a kind about a thing. */
export const openNotice = (
  db: Db,
  brandId: string,
  kind: NoticeKind,
  about: string,
): Promise<NoticeRow | undefined> =>
  db('notices').where({ brand_id: brandId, kind, about }).whereNull('settled_at').first()

export const insertNotice = async (db: Db, row: NoticeRow): Promise<void> => {
  await db('notices').insert(row)
}

export const updateNotice = async (db: Db, id: string, patch: Partial<NoticeRow>): Promise<void> => {
  await db('notices').where({ id }).update(patch)
}

/** Notices of a brand, open ones first, the newest of each first. */
export const noticesOf = (db: Db, brandId: string, limit: number): Promise<NoticeRow[]> =>
  db('notices').where({ brand_id: brandId }).orderByRaw('settled_at IS NOT NULL, at DESC').limit(limit)

/** A brand’s notices of a kind that are not settled. */
export const openNotices = (db: Db, brandId: string, kind: NoticeKind): Promise<NoticeRow[]> =>
  db('notices').where({ brand_id: brandId, kind }).whereNull('settled_at')

/** How many open notices of a brand nobody has seen yet. */
export const countUnseen = async (db: Db, brandId: string): Promise<number> =>
  Number(
    (
      await db('notices')
        .where({ brand_id: brandId })
        .whereNull('seen_at')
        .whereNull('settled_at')
        .count({ n: '*' })
        .first()
    )?.n ?? 0,
  )

export const markSeen = async (db: Db, brandId: string, at: number): Promise<void> => {
  await db('notices').where({ brand_id: brandId }).whereNull('seen_at').update({ seen_at: at })
  // News that nobody has to put right is settled by being seen.
  await db('notices')
    .where({ brand_id: brandId, kind: 'rules' })
    .whereNull('settled_at')
    .update({ settled_at: at })
}

/** Open notices that nobody was told of outside the application yet, oldest first. */
export const unsentNotices = (db: Db, brandId: string): Promise<NoticeRow[]> =>
  db('notices').where({ brand_id: brandId }).whereNull('told_at').whereNull('settled_at').orderBy('at')

/** Forgets notices settled before then. */
export const removeOldNotices = async (db: Db, before: number): Promise<void> => {
  await db('notices').where('settled_at', '<', before).del()
}
