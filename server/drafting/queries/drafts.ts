import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { text } from '#server/platform/db/tables'
import { DRAFTS, type DraftRow } from '../rows'

/** So many drafts about an article are shown. */
const SHOWN = 12

const named = (db: Db) =>
  joined(db, 'drafts')
    .leftJoin('people', 'people.id', 'drafts.created_by')
    .orderBy('drafts.id', 'desc')
    .limit(SHOWN)
    .select('drafts.*', 'people.name as by_name')

/** With the name of whoever asked for it. */
const COLUMNS = { ...DRAFTS.columns, by_name: text().orNull() }
export type NamedDraftRow = DraftRow & { by_name: string | null }

/** Drafts about an article, the newest first. */
export const draftsAbout = (db: Db, brandId: string, articleId: string): Promise<NamedDraftRow[]> =>
  readAll(COLUMNS, named(db).where({ 'drafts.brand_id': brandId, 'drafts.article_id': articleId }))

/** Drafts that were taken for a post, the newest first. */
export const draftsForPost = (db: Db, brandId: string, postId: string): Promise<NamedDraftRow[]> =>
  readAll(COLUMNS, named(db).where({ 'drafts.brand_id': brandId, 'drafts.post_id': postId }))

export const draftById = (db: Db, brandId: string, id: string): Promise<DraftRow | undefined> =>
  db('drafts').where({ brand_id: brandId, id }).first()

export const insertDraft = async (db: Db, row: DraftRow): Promise<void> => {
  await db('drafts').insert(row)
}

/** Says that a draft became the text of a post. */
export const giveDraftTo = async (db: Db, id: string, postId: string): Promise<void> => {
  await db('drafts').where({ id }).update({ post_id: postId })
}
