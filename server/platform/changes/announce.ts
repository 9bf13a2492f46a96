import type { ChangeKind } from '#shared/platform/types'
import { now } from '../clock'
import type { Db } from '../db'
import { insertChange } from './queries'
import { requestMaking } from './request'

/**
 * Says to every open screen of a brand (null: of all brands) that something changed. Part of the transaction
 * that changes it. Gives the change's number.
 */
export async function announce(
  db: Db,
  brandId: string | null,
  what: ChangeKind,
  which: string,
): Promise<number> {
  return insertChange(db, { at: now(), brand_id: brandId, what, which, request: requestMaking(what) })
}
