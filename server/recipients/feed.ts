import { toInstant, type Instant } from '#core/instant'
import { LIMITS } from '#shared/platform/limits'
import type { Db } from '#server/platform/db'
import { brandById } from '#server/people'
import { opensRecipientFeed } from './address'
import { newestOf } from './queries/dispatches'
import { anyRecipient } from './queries/recipients'
import { readHandedOn } from './rowJson'

export interface HandedFeed {
  brandId: string
  name: string
  items: { id: string; url: string | null; title: string; text: string; at: Instant; author: string }[]
}

/** What was handed on to a feed, the newest first; null where the key does not open it. */
export async function handedFeed(db: Db, id: string, key: string): Promise<HandedFeed | null> {
  const row = await anyRecipient(db, id)
  // It ends with its brand.
  if (!row || !opensRecipientFeed(row, key) || !(await brandById(db, row.brand_id))) return null
  const items = (await newestOf(db, id, LIMITS.recipients.feed)).map(
    ({ id: itemId, payload_json, created_at }) => {
      const thing = readHandedOn(payload_json)
      return {
        ...{ id: itemId, url: thing.url, title: thing.title, at: toInstant(created_at) },
        text: [thing.note, thing.quote, thing.text].filter(Boolean).join('\n\n'),
        author: thing.author || thing.source,
      }
    },
  )
  return { brandId: row.brand_id, name: row.name, items }
}
