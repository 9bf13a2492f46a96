import { groupBy } from '../grouped'
import { message } from '../messages'
import { DAY, toMs, type Instant } from '../instant'
import type { Planning } from './planning'
import type { Evergreen, Sent } from './types'

interface Shown {
  times: number[]
  /** The wording of the latest showing. */
  wording: number
  last: number
}

/**
 * Whose turn it is at a time among the evergreens of one account: the least lately shown first (never shown
 * before all, else the pool's order), its wordings in turn, not before `minDaysBetween` have passed, not
 * after `endsAt`, not more than `timesLeft` times. Null when none may.
 */
export function nextEvergreen(
  pool: Evergreen[],
  history: Sent[],
  at: Instant,
): { id: string; wording: number } | null {
  const shown = shownIn(history)
  const lastOf = ({ id }: Evergreen): number => shown.get(id)?.last ?? Number.NEGATIVE_INFINITY
  const [first] = pool
    .filter((item) => mayShow(item, shown.get(item.id), toMs(at)))
    .sort((a, b) => (lastOf(a) === lastOf(b) ? 0 : lastOf(a) - lastOf(b)))
  return first ? { id: first.id, wording: nextWording(first, shown.get(first.id)) } : null
}

/** Which of so many wordings is shown after the last one (null: none was shown), from 0. */
export const wordingAfter = (wordings: number, last: number | null): number =>
  last === null ? 0 : (last + 1) % Math.max(1, wordings)

const nextWording = ({ wordings }: Evergreen, shown: Shown | undefined): number =>
  wordingAfter(wordings, shown?.wording ?? null)

/**
 * `local` gives wall-clock times, by which days of rest count: they are as long where the clock is changed,
 * and what went out a little late keeps its next turn.
 */
function mayShow(
  { minDaysBetween, endsAt, timesLeft }: Evergreen,
  shown: Shown | undefined,
  at: number,
  local: (at: number) => number = (utc) => utc,
): boolean {
  if (timesLeft !== null && timesLeft <= 0) return false
  if (endsAt !== null && at > toMs(endsAt)) return false
  return !shown?.times.some((time) => Math.abs(local(time) - local(at)) < minDaysBetween * DAY)
}

function shownIn(history: Sent[]): Map<string, Shown> {
  const shown = new Map<string, Shown>()
  for (const sent of history)
    if (sent.evergreenId !== null)
      countShown(shown, sent.evergreenId, toMs(sent.slotAt ?? sent.at), sent.wording)
  return shown
}

function countShown(shown: Map<string, Shown>, id: string, at: number, wording: number): void {
  const known = shown.get(id) ?? { times: [], wording, last: Number.NEGATIVE_INFINITY }
  known.times.push(at)
  if (at >= known.last) Object.assign(known, { wording, last: at })
  shown.set(id, known)
}

/**
 * Fills the slots kept for a pillar that are still empty from now on with its evergreens, in time order, by
 * turn. They break no limit.
 */
export function placeEvergreens(planning: Planning): void {
  const { evergreens, history } = planning.input
  if (evergreens.length === 0) return
  const shown = shownIn(history)
  const left = new Map(evergreens.map((evergreen) => [evergreen.id, evergreen.timesLeft]))
  const pools = poolsOf(evergreens, shown)
  const slots = [...planning.days.values()].flatMap((day) =>
    day.slots.map((slot, index) => ({ day, slot, index })),
  )
  slots.sort((a, b) => a.slot.at - b.slot.at)
  for (const { day, slot, index } of slots) {
    if (slot.use !== 'pillar' || slot.taken || slot.blocked) continue
    const pool = pools.get(poolName(day.account.id, slot.pillar)) ?? []
    const at = pool.findIndex(
      (evergreen) =>
        mayShow(
          { ...evergreen, timesLeft: left.get(evergreen.id) ?? null },
          shown.get(evergreen.id),
          slot.at,
          day.clock.toLocal,
        ) &&
        slot.at >= sinceOf(evergreen) &&
        isAllowed(evergreen, slot.goes, planning),
    )
    const evergreen = pool[at]
    if (!evergreen) continue
    const wording = nextWording(evergreen, shown.get(evergreen.id))
    const times = left.get(evergreen.id)
    if (times != null) left.set(evergreen.id, times - 1)
    countShown(shown, evergreen.id, slot.at, wording)
    // Shown last of all now: it waits behind the others.
    pool.push(...pool.splice(at, 1))
    day.take(index)
    planning.placeEvergreen({ ...evergreen, seriesId: null }, day, {
      ms: slot.goes,
      slot,
      wording,
      reason: slot.at < slot.goes ? JUST_MISSED : ITS_TURN,
      warnings: [],
    })
  }
}

const JUST_MISSED = message('schedule.just-missed')
const ITS_TURN = message('schedule.evergreen-turn')

/** A slot that had passed when it joined the pool was not missed by it. */
const sinceOf = ({ since }: Evergreen): number => (since == null ? Number.NEGATIVE_INFINITY : toMs(since))

const poolName = (accountId: string, pillar: string | null): string => `${accountId} ${pillar ?? ''}`

/** The evergreens of each pillar on each account, those least lately shown first. */
function poolsOf(evergreens: Evergreen[], shown: Map<string, Shown>): Map<string, Evergreen[]> {
  const lastOf = ({ id }: Evergreen): number => shown.get(id)?.last ?? Number.NEGATIVE_INFINITY
  const pools = groupBy(evergreens, ({ accountId, pillar }) => poolName(accountId, pillar))
  for (const pool of pools.values())
    pool.sort((a, b) => (lastOf(a) === lastOf(b) ? 0 : lastOf(a) - lastOf(b)))
  return pools
}

function isAllowed(evergreen: Evergreen, at: number, { days, apart }: Planning): boolean {
  const { accountId, pillar, linkKey, id } = evergreen
  const { limits } = days.get(accountId)!
  return (
    !limits.ownBroken({ pillar, linkKey, seriesId: null, evergreenId: id }, at) &&
    !apart.broken(accountId, linkKey, at)
  )
}
