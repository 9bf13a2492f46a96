import type { Db } from '#server/platform/db'
import { SHORT_LINKS, type ShortLinkRow } from '../rows'
import { joined, readFirst } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** The short links of some posts. */
export const shortLinksOf = (db: Db, postIds: string[]): Promise<ShortLinkRow[]> =>
  db('short_links').whereRaw('post_id IN ?', [listOf(db, postIds)])

// By the table as it is declared, so that it is: an undo knows no others, and a bundler drops what is a type
// alone.
export const shortLinkByCode = (db: Db, code: string): Promise<ShortLinkRow | undefined> =>
  readFirst(SHORT_LINKS.columns, joined(db, 'short_links').where({ code }).select('*'))

export const insertShortLink = async (db: Db, row: ShortLinkRow): Promise<void> => {
  await db('short_links').insert(row)
}

/** Says where a short link leads from now on; null for nowhere. */
export const setTarget = async (db: Db, code: string, target: string | null): Promise<void> => {
  await db('short_links').where({ code }).update({ target })
}
