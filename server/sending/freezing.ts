import { useDb, inTransaction, type Db } from '#server/platform/db'
import { liveBrands } from '#server/people'
import { lastChangeOf } from '#server/platform/changes/queries'
import { now, realNow } from '#server/platform/clock'
import type { PlanEntry } from '#core/schedule'
import { planOf, nextRunOf, freeze, freezeTurn } from '#server/schedule'
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

/**
 * When each brand's plan asks for attention next, the last change that was known then, and until when that is
 * believed.
 */
const nextRuns = new Map<string, { change: number; at: number; until: number }>()

/** When a plan asks for attention next, whosever it is; null for never. */
export async function nextFreezeAt(db: Db): Promise<number | null> {
  let next = Number.POSITIVE_INFINITY
  for (const brand of await liveBrands(db)) {
    const known = nextRuns.get(brand.id)
    const isKnown = known?.change === (await lastChangeOf(db, brand.id)) && known.at > now()
    const at = isKnown ? known.at : nextRunOf(await planOf(db, brand.id))
    next = Math.min(next, at ?? next)
  }
  return Number.isFinite(next) ? next : null
}

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
    if (known?.change === change && now() + FREEZE_AHEAD_MS < known.at && realNow() < known.until) continue
    frozen += await freezeBrand(db, brand.id, change)
  }
  return frozen
}

async function freezeEntry(
  db: Db,
  brandId: string,
  { postId, evergreenId, wording, at, slotAt }: PlanEntry,
): Promise<void> {
  const [dueAt, slot] = [Date.parse(at), slotAt === null ? null : Date.parse(slotAt)]
  if (evergreenId !== null)
    return freezeTurn(db, brandId, evergreenId, { wording, dueAt, slotAt: slot ?? dueAt })
  const line = await queueItemById(db, brandId, postId ?? '')
  if (line) await freeze(db, line, dueAt, slot)
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
        await freezeEntry(transaction, brandId, entry)
        done++
      }
      return lastChangeOf(transaction, brandId)
    })
    if (next === null) return done
    seen = next
  }
  if (due.length > 0) nextRuns.delete(brandId)
  else
    nextRuns.set(brandId, {
      change,
      at: nextRunOf(known) ?? Number.POSITIVE_INFINITY,
      until: realNow() + LOOK_AGAIN_MS,
    })
  return done
}
