import type { LinkPreview } from '#shared/posts/types'
import type { Db } from '#server/platform/db'

interface LookRow {
  url: string
  kind: LinkPreview['kind']
  detail: string | null
  card_json: string | null
  looked_at: number
}

export const linkPreviewOf = async (
  db: Db,
  url: string,
): Promise<(LinkPreview & { lookedAt: number }) | null> => {
  const row = await db<LookRow>('link_looks').where({ url }).first()
  return row
    ? {
        kind: row.kind,
        detail: row.detail,
        card: row.card_json === null ? null : (JSON.parse(row.card_json) as LinkPreview['card']),
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
