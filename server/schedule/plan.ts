import type { Message } from '#core/message'
import { sayPlan } from '#shared/schedule/messages'
import { isNumber, isShape, orMissing, readJson } from '#shared/platform/json'
import { createHash } from 'node:crypto'
import { DAY, MINUTE, toInstant, type Weekday } from '#core/instant'
import {
  EVERGREENS,
  isHeldOpenly,
  planLines,
  withHoldsLifted,
  type Offset,
  type Plan,
  type PlanInput,
  type PlanPost,
  type Timetable,
} from '#core/schedule'
import type { HolidaysView } from '#shared/almanac/types'
import type { ExceptView } from '#shared/schedule/types'
import { LIMITS } from '#shared/platform/limits'
import * as words from '#shared/words'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import {
  accountsOf,
  slotsOf,
  type AccountRow,
  type SlotRow,
  exceptionsOf,
  holidaysOf,
  mixOf,
  planHold,
  LATE_MINUTES,
} from '#server/networks'
import { brandById, pillarsOf, roleOf, type BrandRow } from '#server/people'
import { deliveriesBetween, type DeliveryRow } from '#server/delivery'
import { sentOf, shownBefore } from './planHistory'
import { holidaysFor } from '#server/almanac'
import { asPlanned, poolOf, type Pooled } from '#server/evergreens'
import { queueItemsOfBrand, type QueuedPost, linkKeyOf } from '#server/posts'
import { problem } from '#server/platform/http/problem'

const isOffset = isShape<Offset>({
  hours: orMissing(isNumber),
  days: orMissing(isNumber),
  weeks: orMissing(isNumber),
})

/** When an unapproved post loses its slot. */
const SETTLE_MINUTES = 15
/** Days of sent posts that the screens look back on; the plan looks further where a rule does. */
export const HISTORY_DAYS = 30

export interface BrandPlan {
  brand: BrandRow
  accounts: AccountRow[]
  /** By their id, which is a planned post's id. */
  lines: Map<string, QueuedPost>
  deliveries: DeliveryRow[]
  /** Days that are public holidays somewhere the brand keeps to them. */
  holidays: string[]
  /** The evergreens, by their id. */
  pool: Map<string, Pooled>
  input: PlanInput
  plan: Plan
}

/** A brand's plan from now on. It is never stored: only order, fixed times and frozen deliveries are. */
export async function planOf(db: Db, brandId: string): Promise<BrandPlan> {
  const facts = await planFacts(db, brandId)
  made++
  return { ...facts, plan: planLines(facts.input) }
}

let made = 0
/** How many plans were made since the start. */
export const plansMade = (): number => made

/** All that a brand's plan is made from. */
export async function planFacts(db: Db, brandId: string): Promise<Omit<BrandPlan, 'plan'>> {
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const at = now()
  const accounts = await accountsOf(db, brandId)
  const lookBack = Math.max(
    HISTORY_DAYS,
    ...accounts.flatMap((account) => [
      account.repeat_after_days ?? 0,
      ...mixOf(account).map(({ windowDays }) => windowDays),
    ]),
  )
  const [slots, lines, deliveries, pillars] = [
    await slotsOf(db, brandId),
    await queueItemsOfBrand(db, brandId),
    await deliveriesBetween(db, brandId, at - lookBack * DAY, at + LIMITS.planDays * DAY),
    new Set((await pillarsOf(db, brandId)).map(({ id }) => id)),
  ]
  const holidays = await holidaysFor(db, brandId)
  const mayGoUnseen = await unseenOf(db, brand, accounts)
  const pool = await poolOf(db, brandId)
  const ids = new Map(pool.map(({ row }) => [`${row.post_id} ${row.account_id}`, row.id]))
  const evergreenOf = (one: DeliveryRow): string | null => ids.get(`${one.post_id} ${one.account_id}`) ?? null
  const input: PlanInput = {
    now: toInstant(at),
    until: toInstant(at + LIMITS.planDays * DAY),
    settleMinutes: SETTLE_MINUTES,
    lateMinutes: LATE_MINUTES,
    sameLinkApartMinutes: brand.link_apart_minutes,
    accounts: accounts.map((account) => planAccount(brand, account, slots, { pillars, holidays })),
    posts: lines.map((line) => planPost(line, at, mayGoUnseen)),
    evergreens: pool.filter(({ waits }) => waits === null).map(asPlanned),
    // One that was refused keeps its slot too: else the whole line would be tried, and refused, within a
    // minute.
    history: [
      ...deliveries.map((one) => sentOf(one, evergreenOf)),
      ...shownBefore(pool, at - lookBack * DAY),
    ],
  }
  return {
    brand,
    accounts,
    holidays,
    lines: new Map(lines.map((line) => [line.id, line])),
    deliveries,
    pool: new Map(pool.map((one) => [one.row.id, one])),
    input,
  }
}

/**
 * The plan that places are shown and tried with: as if holds without an end were lifted, since nothing can be
 * planned behind those. What is sent goes by the plan as it is.
 */
export function shownPlan({
  input,
  plan,
}: Pick<BrandPlan, 'input' | 'plan'>): Pick<BrandPlan, 'input' | 'plan'> {
  if (!isHeldOpenly(input)) return { input, plan }
  const lifted = withHoldsLifted(input, 'without-end')
  return { input: lifted, plan: planLines(lifted) }
}

/** Whether nothing goes out on an account until somebody lifts its hold. */
export const isHeld = ({ input }: Pick<BrandPlan, 'input'>, accountId: string): boolean =>
  input.accounts.some(({ id, hold }) => id === accountId && hold !== null && hold.until === null)

/** What is said of a place on an account that nothing goes out from until somebody lifts its hold. */
export const placeMessage = (
  known: Pick<BrandPlan, 'input'>,
  accountId: string,
  messages: Message[],
): string => {
  const all = messages.map(sayPlan).join(' ')
  return isHeld(known, accountId) ? words.hold.wouldGo(all) : all
}

function planAccount(
  brand: BrandRow,
  account: AccountRow,
  slots: SlotRow[],
  { pillars, holidays }: { pillars: ReadonlySet<string>; holidays: string[] },
): PlanInput['accounts'][number] {
  return {
    id: account.id,
    timetable: timetableOf(
      brand.zone,
      slots.filter((slot) => slot.account_id === account.id),
      withHolidays(exceptionsOf(account), holidaysOf(account), holidays),
      pillars,
    ),
    perDay: account.per_day,
    minGapMinutes: account.min_gap_minutes,
    hold: planHold(brand, account),
    repeatAfterDays: account.repeat_after_days,
    mix: mixOf(account)
      .filter(({ pillarId }) => pillarId === EVERGREENS || pillars.has(pillarId))
      .map(({ pillarId, maxShare, windowDays }) => ({ pillar: pillarId, maxShare, windowDays })),
  }
}

/** Days that differ, with the holidays; of a day that is said to differ itself, that has the last word. */
export function withHolidays(
  except: ExceptView[],
  wish: HolidaysView | null,
  holidays: readonly string[],
): ExceptView[] {
  if (wish === null) return except
  const said = new Set(except.map(({ date }) => date))
  return [...except, ...holidays.filter((date) => !said.has(date)).map((date) => ({ ...wish, date }))]
}

/**
 * A timetable as the plan takes it. A slot kept for a pillar that was removed is open to any: else it would
 * stay empty for ever.
 */
export function timetableOf(
  zone: string,
  slots: Pick<SlotRow, 'id' | 'weekday' | 'time' | 'use' | 'pillar_id'>[],
  except: ExceptView[],
  pillars: ReadonlySet<string>,
): Timetable {
  const kept = (
    use: SlotRow['use'],
    pillarId: string | null,
  ): Pick<Timetable['slots'][number], 'use' | 'pillar'> =>
    use === 'pillar' && !pillars.has(pillarId ?? '')
      ? { use: 'any', pillar: null }
      : { use, pillar: pillarId }
  return {
    zone,
    slots: slots.map((slot) => ({
      id: slot.id,
      weekday: slot.weekday as Weekday,
      time: slot.time,
      ...kept(slot.use, slot.pillar_id),
    })),
    except: except.map(({ date, action, slots: own }) => ({
      date,
      action,
      slots: own.map(({ time, use, pillarId }) => ({ time, ...kept(use, pillarId) })),
    })),
  }
}

/**
 * On which accounts what an order lined up goes out though nobody looked it over: none while orders stand.
 */
async function unseenOf(db: Db, brand: BrandRow, accounts: AccountRow[]): Promise<ReadonlySet<string>> {
  if (brand.orders_stopped_at !== null) return new Set()
  const may = new Set<string>()
  for (const { id, unseen_by } of accounts)
    if (unseen_by !== null && (await roleOf(db, brand.id, unseen_by)) === 'owner') may.add(id)
  return may
}

function planPost(line: QueuedPost, at: number, mayGoUnseen: ReadonlySet<string>): PlanPost {
  const fixed =
    line.fixed_at !== null
      ? { at: toInstant(line.fixed_at) }
      : line.slot_at !== null
        ? { slotAt: toInstant(line.slot_at) }
        : null
  const isApproved = line.approval === 'approved' && line.approved_version === line.version
  const isOnHold = line.state === 'held' && (line.hold_until === null || line.hold_until > at)
  return {
    id: line.id,
    accountId: line.account_id,
    pillar: line.pillar_id,
    fixed,
    follows:
      line.follows_id === null
        ? null
        : { id: line.follows_id, after: readJson(line.after_json ?? '{}', isOffset) },
    // Its echoes on the same account are its series.
    seriesId: line.series_id ?? line.post_id,
    // A slot that had passed when the post was lined up was not missed by it; a hold with an end is over
    // then.
    notBefore: toInstant(
      Math.max(line.not_before ?? 0, line.lined_at, isOnHold ? (line.hold_until ?? 0) : 0),
    ),
    goodUntil: line.good_until === null ? null : toInstant(line.good_until),
    firm:
      isApproved &&
      !(isOnHold && line.hold_until === null) &&
      (line.unseen === 0 || mayGoUnseen.has(line.account_id)),
    held: isOnHold,
    linkKey: linkKeyOf(line.link, line.own_text ?? line.text),
  }
}

/** A version that changes whenever anything in the plan does, but for the time that passes. */
export function versionOf(plan: Plan): string {
  const placed = plan.entries.map(({ postId, evergreenId, accountId, at, slotAt }) => [
    postId ?? evergreenId,
    accountId,
    slotAt ?? at,
  ])
  return shortHash([placed, plan.unplaced.map(({ postId }) => postId)])
}

export const shortHash = (value: unknown): string =>
  createHash('sha256').update(JSON.stringify(value)).digest('base64url').slice(0, 16)

/**
 * The next instant at which something about this brand's plan happens by itself: a firm post is due, one that
 * is not firm gives its slot to the next, a hold ends. Null when nothing will.
 */
export function nextRunOf({ brand, accounts, lines, plan }: BrandPlan): number | null {
  const due = plan.entries.find((entry) => entry.firm)
  const settles = plan.entries
    .filter((entry) => !entry.firm)
    .map((entry) => Date.parse(entry.slotAt ?? entry.at) - SETTLE_MINUTES * MINUTE + 1)
  const ends = [brand, ...accounts, ...[...lines.values()].filter(({ state }) => state === 'held')].flatMap(
    (item) => item.hold_until ?? [],
  )
  // A post that has its own time comes into the plan by itself.
  const comes = [...lines.values()].flatMap(({ fixed_at }) =>
    fixed_at === null ? [] : fixed_at - LIMITS.planDays * DAY + 1,
  )
  const turns = [
    ...(due ? [Date.parse(due.at)] : []),
    ...[...settles, ...ends, ...comes].filter((at) => at > now()),
  ]
  return turns.length === 0 ? null : Math.min(...turns)
}
