import { useDb, inTransaction, type Db } from '#server/platform/db'
import { liveBrands } from '#server/people'
import { lastChangeOf } from '#server/platform/changes/queries'
import { now } from '#server/platform/clock'
import { planOf, nextRunOf, freeze } from '#server/schedule'
import { queueItemById } from '#server/posts'

/**
 * A plan's entry becomes a delivery this long before it is due: time to make it ready, short enough to change
 * one's mind before.
 */
const FREEZE_AHEAD_MS = 10_000

/** Deliveries made in one change, so that nobody waits long for the data file. */
const AT_ONCE = 20

/** A brand's plan is looked at again after this time, whatever was announced. */
const LOOK_AGAIN_MS = 60_000

/** When each brand's plan asks for attention next, and the last change that was known then. */
const nextRuns = new Map<string, { change: number; at: number }>()

/**
 * Turns what the plan says is due into deliveries: exact text frozen, the line's row taken off. Gives how
 * many.
 */
export async function freezeDue(): Promise<number> {
  const db = await useDb()
  let frozen = 0
  for (const brand of await liveBrands(db)) {
    const change = await lastChangeOf(db, brand.id)
    const known = nextRuns.get(brand.id)
    if (known?.change === change && now() + FREEZE_AHEAD_MS < known.at) continue
    frozen += await freezeBrand(db, brand.id, change)
  }
  return frozen
}

async function freezeBrand(db: Db, brandId: string, change: number): Promise<number> {
  const known = await planOf(db, brandId)
  const due = known.plan.entries.filter(
    (entry) => entry.firm && Date.parse(entry.at) <= now() + FREEZE_AHEAD_MS,
  )
  let seen = change
  let done = 0
  for (let at = 0; at < due.length; at += AT_ONCE) {
    const next = await inTransaction(async (transaction) => {
      // Somebody moved or held something since the plan was made: it is made anew.
      if ((await lastChangeOf(transaction, brandId)) !== seen) return null
      for (const entry of due.slice(at, at + AT_ONCE)) {
        const line = await queueItemById(transaction, brandId, entry.postId ?? '')
        if (line)
          await freeze(
            transaction,
            line,
            Date.parse(entry.at),
            entry.slotAt === null ? null : Date.parse(entry.slotAt),
          )
        done++
      }
      return lastChangeOf(transaction, brandId)
    })
    if (next === null) return done
    seen = next
  }
  const nextRunAt = due.length > 0 ? null : nextRunOf(known)
  if (due.length > 0) nextRuns.delete(brandId)
  else
    nextRuns.set(brandId, {
      change,
      at: Math.min(nextRunAt ?? Number.POSITIVE_INFINITY, now() + LOOK_AGAIN_MS),
    })
  return done
}
