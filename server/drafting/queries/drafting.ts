import type { Db } from '#server/platform/db'
import type { DraftingRow } from '../rows'

/** How a brand's drafts are written; undefined where nobody said anything. */
export const draftingOf = (db: Db, brandId: string): Promise<DraftingRow | undefined> =>
  db('drafting').where({ brand_id: brandId }).first()

/** What was used in a month. */
export const usedIn = (
  db: Db,
  brandId: string,
  month: string,
): Promise<{ tokens: number; requests: number } | undefined> =>
  db('draft_use').where({ brand_id: brandId, month }).select('tokens', 'requests').first()

/** Adds to what was used; less than 0 gives back what was taken and not needed. */
export const addUse = async (
  db: Db,
  brandId: string,
  month: string,
  { tokens, requests }: { tokens: number; requests: number },
): Promise<void> => {
  await db('draft_use')
    .insert({ brand_id: brandId, month, tokens, requests })
    .onConflict(['brand_id', 'month'])
    .merge({ tokens: db.raw('tokens + ?', [tokens]), requests: db.raw('requests + ?', [requests]) })
}
