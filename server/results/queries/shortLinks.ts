import type { Db } from '#server/platform/db'
import type { ShortLinkRow } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** The short links of some posts. */
export const shortLinksOf = (db: Db, postIds: string[]): Promise<ShortLinkRow[]> =>
  db('short_links').whereRaw('post_id IN ?', [listOf(db, postIds)])

export const shortLinkByCode = (db: Db, code: string): Promise<ShortLinkRow | undefined> =>
  db('short_links').where({ code }).first()

export const insertShortLink = async (db: Db, row: ShortLinkRow): Promise<void> => {
  await db('short_links').insert(row)
}

/** Says where a short link leads from now on; null for nowhere. */
export const setTarget = async (db: Db, code: string, target: string | null): Promise<void> => {
  await db('short_links').where({ code }).update({ target })
}

/** Counts clicks in an hour (milliseconds of its beginning). */
export const countClicks = async (db: Db, code: string, hour: number, clicks: number): Promise<void> => {
  await db('short_clicks')
    .insert({ code, hour, clicks })
    .onConflict(['code', 'hour'])
    .merge({ clicks: db.raw('short_clicks.clicks + excluded.clicks') })
}

export const clicksOf = async (db: Db, code: string): Promise<number> => {
  const row: { n?: number | null } | undefined = await db('short_clicks')
    .where({ code })
    .sum({ n: 'clicks' })
    .first()
  return row?.n ?? 0
}
