import { createHash } from 'node:crypto'
import { DAY, toInstant, type Weekday } from '../../core/instant'
import { planLines, type Plan, type PlanInput, type PlanPost, type Sent } from '../../core/schedule'
import { canonicalUrl } from '../../core/url'
import type { NextSlots } from '../../shared/api'
import { LIMITS } from '../../shared/limits'
import { now } from '../clock'
import type { Db } from '../db'
import { accountsOf, slotsOf } from '../db/accounts'
import { brandById } from '../db/brands'
import { deliveriesBetween } from '../db/deliveries'
import { linesOf, type LinedPost } from '../db/posts'
import type { AccountRow, BrandRow, DeliveryRow } from '../db/rows'
import { problem } from '../problem'

/** How long a slot that was missed (the server was off) still goes out, and when an unapproved post loses its slot. */
const LATE_MINUTES = 60
const SETTLE_MINUTES = 15
/** Days of sent posts that the plan looks back on. */
export const HISTORY_DAYS = 30

export interface BrandPlan {
  brand: BrandRow
  accounts: AccountRow[]
  lines: LinedPost[]
  deliveries: DeliveryRow[]
  input: PlanInput
  plan: Plan
}

/** A brand's plan from now on. It is never stored: only order, fixed times and frozen deliveries are. */
export async function planOf(db: Db, brandId: string, extra: PlanPost[] = []): Promise<BrandPlan> {
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const at = now()
  const [accounts, slots, lines, deliveries] = [
    await accountsOf(db, brandId),
    await slotsOf(db, brandId),
    await linesOf(db, brandId),
    await deliveriesBetween(db, brandId, at - HISTORY_DAYS * DAY, at + LIMITS.planDays * DAY),
  ]
  const input: PlanInput = {
    now: toInstant(at),
    until: toInstant(at + LIMITS.planDays * DAY),
    settleMinutes: SETTLE_MINUTES,
    lateMinutes: LATE_MINUTES,
    sameLinkApartMinutes: 0,
    accounts: accounts.map((account) => ({
      id: account.id,
      timetable: {
        zone: brand.zone,
        slots: slots
          .filter((slot) => slot.account_id === account.id)
          .map((slot) => ({ id: slot.id, weekday: slot.weekday as Weekday, time: slot.time, use: slot.use, pillar: slot.pillar_id })),
        except: [],
      },
      perDay: account.per_day,
      minGapMinutes: account.min_gap_minutes,
      hold: account.held ? { until: account.hold_until === null ? null : toInstant(account.hold_until) } : null,
      repeatAfterDays: account.repeat_after_days,
      mix: [],
    })),
    posts: [...lines.map(planPost), ...extra],
    evergreens: [],
    // One that was refused keeps its slot too: else the whole line would be tried, and refused, within a minute.
    history: deliveries.map(sentOf),
  }
  return { brand, accounts, lines, deliveries, input, plan: planLines(input) }
}

function planPost(line: LinedPost): PlanPost {
  const fixed = line.fixed_at !== null ? { at: toInstant(line.fixed_at) } : line.slot_at !== null ? { slotAt: toInstant(line.slot_at) } : null
  return {
    id: line.post_id,
    accountId: line.account_id,
    pillar: line.pillar_id,
    fixed,
    follows: null,
    seriesId: line.series_id,
    // A slot that had passed when the post was lined up was not missed by it.
    notBefore: toInstant(Math.max(line.not_before ?? 0, line.lined_at)),
    goodUntil: line.good_until === null ? null : toInstant(line.good_until),
    firm: line.state === 'in-line' && line.approval === 'approved' && line.approved_version === line.version,
    linkKey: line.link ? canonicalUrl(line.link) : null,
  }
}

const sentOf = (delivery: DeliveryRow): Sent => ({
  accountId: delivery.account_id,
  at: toInstant(delivery.due_at),
  slotAt: delivery.slot_at === null ? null : toInstant(delivery.slot_at),
  postId: delivery.post_id,
  evergreenId: null,
  wording: 0,
  pillar: delivery.pillar_id,
  linkKey: delivery.link_key,
  seriesId: delivery.series_id,
})

/**
 * Where a post lined up last would go on each account, with a version that changes when the place on any of the `chosen` accounts
 * does (null: all of them).
 */
export async function nextSlots(db: Db, brandId: string, pillarId: string | null, chosen: string[] | null): Promise<NextSlots> {
  const accounts = await accountsOf(db, brandId)
  const { plan } = await planOf(db, brandId, accounts.map((account) => probePost(account.id, pillarId))) // prettier-ignore
  const places = accounts.map((account) => {
    const entry = plan.entries.find((candidate) => candidate.postId === PROBE && candidate.accountId === account.id)
    const refusal = plan.unplaced.find((candidate) => candidate.postId === PROBE && candidate.accountId === account.id)
    return { accountId: account.id, at: entry?.at ?? null, says: entry?.because ?? refusal?.says ?? '' }
  })
  return { version: versionOf(places.filter((place) => chosen === null || chosen.includes(place.accountId))), accounts: places }
}

const versionOf = (places: NextSlots['accounts']): string =>
  createHash('sha256').update(JSON.stringify(places.map(({ accountId, at }) => [accountId, at]))).digest('base64url').slice(0, 16) // prettier-ignore

const PROBE = 'a post lined up last'

const probePost = (accountId: string, pillar: string | null): PlanPost => ({
  id: PROBE,
  accountId,
  pillar,
  fixed: null,
  follows: null,
  seriesId: null,
  notBefore: toInstant(now()),
  goodUntil: null,
  firm: true,
  linkKey: null,
})

/** The next instant from `from` on at which a firm post of this brand is due; null when none is. */
export async function nextDueAt(db: Db, brandId: string): Promise<number | null> {
  const { plan } = await planOf(db, brandId)
  const due = plan.entries.find((entry) => entry.firm)
  return due ? Date.parse(due.at) : null
}
