import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { unreadByWatch } from '#server/articles'
import { lastChangeOf } from '#server/platform/changes/queries'

/**
 * Counts as they were at a brand's last change. Marks are in force for a time: after a minute they are
 * counted anew in any case.
 */
const counted = new Map<string, { seq: number; at: number; counts: Map<string, number> }>()
const KEPT_MS = 60_000
const MOST_BRANDS = 500

/**
 * How many articles of each watch a brand has not read. Counting goes through all unread ones, so it is done
 * once for each change.
 */
export async function unreadCounts(db: Db, brandId: string): Promise<Map<string, number>> {
  const seq = await lastChangeOf(db, brandId)
  const known = counted.get(brandId)
  if (known && known.seq === seq && Math.abs(now() - known.at) < KEPT_MS) return known.counts
  const counts = await unreadByWatch(db, brandId, now())
  if (counted.size >= MOST_BRANDS) counted.clear()
  counted.set(brandId, { seq, at: now(), counts })
  return counts
}
