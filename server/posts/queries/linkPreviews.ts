import { readCard } from '../rowJson'
import type { LinkPreview } from '#shared/posts/types'
import type { Db } from '#server/platform/db'

/** What was found behind a link when it was last looked at, and when that was; null where it never was. */
export const linkPreviewOf = async (
  db: Db,
  url: string,
): Promise<(LinkPreview & { lookedAt: number }) | null> => {
  const row = await db('link_looks').where({ url }).first()
  return row
    ? {
        kind: row.kind,
        detail: row.detail,
        card: readCard(row.card_json),
        lookedAt: row.looked_at,
      }
    : null
}

export const storeLinkPreview = async (db: Db, url: string, look: LinkPreview, at: number): Promise<void> => {
  const row = {
    kind: look.kind,
    detail: look.detail,
    card_json: look.card === null ? null : JSON.stringify(look.card),
    looked_at: at,
  }
  await db('link_looks')
    .insert({ url, ...row })
    .onConflict('url')
    .merge(row)
}
