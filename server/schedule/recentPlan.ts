import { lastChangeOf } from '#server/platform/changes/queries'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { planOf, type BrandPlan } from './plan'

/** What a screen shows may be so old: by then no slot has passed that it would not have passed on its way. */
const FRESH_MS = 2000
const MOST_BRANDS = 8

interface Recent {
  seq: number
  at: number
  plan: BrandPlan
}
const recent = new Map<string, Recent>()

/** Keeps a plan for whoever shows it next: as it was after the change of this number. */
export function rememberPlan(brandId: string, seq: number, plan: BrandPlan): void {
  const kept = { seq, at: now(), plan }
  recent.delete(brandId)
  recent.set(brandId, kept)
  if (recent.size > MOST_BRANDS) recent.delete(recent.keys().next().value!)
  // A plan of thousands of posts is not held for nobody.
  setTimeout(() => recent.get(brandId) === kept && recent.delete(brandId), FRESH_MS).unref()
}

/**
 * The plan for a screen. One that was made a moment ago is taken where nothing was announced since: a move
 * made it, and the sheet, the ribbon and the proofs ask for it at once. What goes out goes by `planOf`.
 */
export async function planShown(db: Db, brandId: string): Promise<BrandPlan> {
  const seq = await lastChangeOf(db, brandId)
  const known = recent.get(brandId)
  const age = known ? now() - known.at : Infinity
  if (known?.seq === seq && age >= 0 && age < FRESH_MS) return known.plan
  const plan = await planOf(db, brandId)
  rememberPlan(brandId, seq, plan)
  return plan
}
