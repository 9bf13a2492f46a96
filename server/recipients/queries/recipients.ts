import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { RECIPIENTS, type RecipientRow } from '../rows'

/** A brand's recipients that are not removed, in their order. */
export const recipientsOf = (db: Db, brandId: string): Promise<RecipientRow[]> =>
  db('recipients').where({ brand_id: brandId }).whereNull('removed_at').orderBy(['position', 'id'])

export const recipientById = (db: Db, brandId: string, id: string): Promise<RecipientRow | undefined> =>
  db('recipients').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** A recipient of any brand: for secret addresses. */
export const anyRecipient = (db: Db, id: string): Promise<RecipientRow | undefined> =>
  db('recipients').where({ id }).whereNull('removed_at').first()

/** Those that something waits for whose time has come, and that are not let be just now. */
export const recipientsDue = (db: Db, at: number): Promise<RecipientRow[]> =>
  readAll(
    RECIPIENTS.columns,
    joined(db, 'recipients')
      .join('brands', 'brands.id', 'recipients.brand_id')
      .whereNull('brands.removed_at')
      .whereNull('recipients.removed_at')
      .where((either) => either.whereNull('recipients.retry_at').orWhere('recipients.retry_at', '<=', at))
      .whereExists(
        db('dispatches')
          .whereRaw('dispatches.recipient_id = recipients.id')
          .where('dispatches.state', 'waiting')
          .where('dispatches.due_at', '<=', at)
          .select(db.raw('1')),
      )
      .orderBy('recipients.id')
      .select('recipients.*'),
  )

/**
 * Keeps how it stands with a recipient as it was known: no change of anybody's. What was tried with it as it
 * was before somebody changed it says nothing of it now.
 */
export const noteRecipient = async (
  db: Db,
  { id, version }: Pick<RecipientRow, 'id' | 'version'>,
  patch: Partial<Pick<RecipientRow, 'failures' | 'retry_at' | 'message' | 'last_at'>>,
): Promise<void> => {
  await db('recipients').where({ id, version }).update(patch)
}
