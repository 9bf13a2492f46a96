import { sayPlan } from '#shared/schedule/messages'
import { EVERGREENS, planDifference, planLines, zoneClock, type PlanInput } from '#core/schedule'
import { DAY, toInstant } from '#core/instant'
import type { HolidaysView } from '#shared/almanac/types'
import type { Undoable } from '#shared/platform/types'
import type { ExceptView, MixView, PlanChange } from '#shared/schedule/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { accountById, holidaysOf, slotsOf, addSlots, type SlotInput } from '#server/networks'
import { pillarsOf, type BrandRow } from '#server/people'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { movedWithTexts } from './placing'
import { planOf, timetableOf, withHolidays, type BrandPlan } from './plan'

export interface TimetableInput {
  slots: SlotInput[]
  except: ExceptView[]
  /** Left out for as it is. */
  holidays?: HolidaysView | null | undefined
  perDay: number | null
  minGapMinutes: number
  repeatAfterDays: number | null
  mix: MixView[]
  version: number
}

/** What a changed timetable would move, without storing it. */
export async function tryTimetable(actor: Actor, id: string, input: TimetableInput): Promise<PlanChange> {
  const db = await useDb()
  const known = await planOf(db, actor.brandId)
  if (!known.accounts.some((account) => account.id === id)) throw problem('notFound')
  const pillars = new Set((await pillarsOf(db, actor.brandId)).map((pillar) => pillar.id))
  const slots = input.slots.map((slot, at) => ({
    id: `new ${at}`,
    weekday: slot.weekday,
    time: slot.time,
    use: slot.use,
    pillar_id: slot.pillarId,
  }))
  const changed = {
    timetable: timetableOf(
      known.brand.zone,
      slots,
      withHolidays(input.except, wishOf(known, id, input), known.holidays),
      pillars,
    ),
    perDay: input.perDay,
    minGapMinutes: input.minGapMinutes,
    repeatAfterDays: input.repeatAfterDays,
    mix: input.mix
      .filter(({ pillarId }) => pillarId === EVERGREENS || pillars.has(pillarId))
      .map(({ pillarId, maxShare, windowDays }) => ({ pillar: pillarId, maxShare, windowDays })),
  }
  return changeOf(known, {
    ...known.input,
    accounts: known.input.accounts.map((account) =>
      account.id === id ? { ...account, ...changed } : account,
    ),
  })
}

/** What an account is to do on holidays: what is said, else what it does. */
function wishOf({ accounts }: BrandPlan, id: string, { holidays }: TimetableInput): HolidaysView | null {
  if (holidays !== undefined) return holidays
  const account = accounts.find((one) => one.id === id)
  return account ? holidaysOf(account) : null
}

/** The posts that another plan of the same lines would put elsewhere, and its open slots. */
function changeOf({ plan, lines }: BrandPlan, input: PlanInput): PlanChange {
  const after = planLines(input)
  const lost = after.unplaced.filter((item) => !plan.unplaced.some((known) => known.postId === item.postId))
  return {
    moved: movedWithTexts(planDifference(plan, after), lines),
    lost: lost.map(({ postId, accountId, message }) => ({
      id: postId,
      accountId,
      text: lines.get(postId)?.own_text ?? lines.get(postId)?.text ?? '',
      message: sayPlan(message),
    })),
  }
}

/** Sets an account's week, its days that differ and its limits. */
export async function setTimetable(actor: Actor, id: string, input: TimetableInput): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'account', id, async (db, tracked) => {
    const row = await accountById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    const pillars = new Set((await pillarsOf(db, actor.brandId)).map((pillar) => pillar.id))
    const named = [
      ...input.slots,
      ...input.except.flatMap(({ slots }) => slots),
      ...(input.holidays?.slots ?? []),
    ].flatMap((slot) => (slot.use === 'pillar' ? [slot.pillarId ?? ''] : []))
    if ([...named, ...input.mix.map(({ pillarId }) => pillarId)].some((pillar) => !pillars.has(pillar)))
      throw problem('notFound').at('slots')
    await tracked.update(
      'accounts',
      { id },
      {
        per_day: input.perDay,
        min_gap_minutes: input.minGapMinutes,
        repeat_after_days: input.repeatAfterDays,
        except_json: JSON.stringify(input.except),
        ...(input.holidays === undefined
          ? {}
          : { holidays_json: input.holidays === null ? null : JSON.stringify(input.holidays) }),
        mix_json: JSON.stringify(input.mix),
        version: row.version + 1,
      },
    )
    for (const slot of (await slotsOf(db, actor.brandId)).filter((slot) => slot.account_id === id))
      await tracked.remove('slots', { id: slot.id })
    await addSlots(tracked, id, input.slots)
  })
  return { historyId }
}

/**
 * What fixed times keep when the brand's zone changes: the time on the clock, or the moment. A chosen slot
 * always keeps its clock.
 */
export type FixedKeep = 'clock' | 'moment'

/** What another zone would move, without storing it. */
export async function tryZone(actor: Actor, zone: string, keep: FixedKeep): Promise<PlanChange> {
  const known = await planOf(await useDb(), actor.brandId)
  const convert = clockKeeper(known.brand, zone)
  const posts = known.input.posts.map((post) => {
    if (!post.fixed) return post
    if ('slotAt' in post.fixed)
      return { ...post, fixed: { slotAt: toInstant(convert(Date.parse(post.fixed.slotAt))) } }
    return keep === 'clock' ? { ...post, fixed: { at: toInstant(convert(Date.parse(post.fixed.at))) } } : post
  })
  const accounts = known.input.accounts.map((account) => ({
    ...account,
    timetable: { ...account.timetable, zone },
  }))
  return changeOf(known, { ...known.input, posts, accounts })
}

/** Keeps what is fixed where it was meant to be after the brand's zone changed. */
export async function moveFixedTimes(
  db: Db,
  tracked: Tracked,
  brand: BrandRow,
  zone: string,
  keep: FixedKeep,
): Promise<void> {
  const { lines } = await planOf(db, brand.id)
  const convert = clockKeeper(brand, zone)
  for (const { id, fixed_at, slot_at } of lines.values()) {
    if (slot_at !== null) await tracked.update('lines', { id }, { slot_at: convert(slot_at) })
    if (fixed_at !== null && keep === 'clock')
      await tracked.update('lines', { id }, { fixed_at: convert(fixed_at) })
  }
}

/** The moment at which the clock of the new zone shows what the old one's showed. */
function clockKeeper(brand: BrandRow, zone: string): (at: number) => number {
  const [from, to] = [now() - 400 * DAY, now() + 400 * DAY]
  const [before, after] = [zoneClock(brand.zone, from, to), zoneClock(zone, from, to)]
  return (at) => after.toUtc(before.toLocal(at))
}
