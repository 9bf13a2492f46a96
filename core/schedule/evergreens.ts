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
  return turnsAt(pool, shownIn(history), toMs(at))[0] ?? null
}

/** All that may be shown at a time, in their turn. */
function turnsAt(
  pool: Evergreen[],
  shown: Map<string, Shown>,
  at: number,
): { id: string; wording: number; evergreen: Evergreen }[] {
  return pool
    .filter((item) => mayShow(item, shown.get(item.id), at))
    .map((evergreen) => ({ evergreen, last: shown.get(evergreen.id)?.last ?? Number.NEGATIVE_INFINITY }))
    .sort((a, b) => (a.last === b.last ? 0 : a.last - b.last))
    .map(({ evergreen }) => ({
      id: evergreen.id,
      evergreen,
      wording: nextWording(evergreen, shown.get(evergreen.id)),
    }))
}

const nextWording = ({ wordings }: Evergreen, shown: Shown | undefined): number =>
  shown ? (shown.wording + 1) % Math.max(1, wordings) : 0

function mayShow(
  { minDaysBetween, endsAt, timesLeft }: Evergreen,
  shown: Shown | undefined,
  at: number,
): boolean {
  if (timesLeft !== null && timesLeft <= 0) return false
  if (endsAt !== null && at > toMs(endsAt)) return false
  return !shown?.times.some((time) => Math.abs(time - at) < minDaysBetween * DAY)
}

function shownIn(history: Sent[]): Map<string, Shown> {
  const shown = new Map<string, Shown>()
  for (const sent of history)
    if (sent.evergreenId !== null) countShown(shown, sent.evergreenId, toMs(sent.at), sent.wording)
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
  const slots = [...planning.days.values()].flatMap((day) =>
    day.slots.map((slot, index) => ({ day, slot, index })),
  )
  slots.sort((a, b) => a.slot.at - b.slot.at)
  for (const { day, slot, index } of slots) {
    if (slot.use !== 'pillar' || slot.taken || slot.blocked || slot.at < day.now) continue
    const pool = evergreens
      .filter((evergreen) => evergreen.accountId === day.account.id && evergreen.pillar === slot.pillar)
      .map((evergreen) => ({ ...evergreen, timesLeft: left.get(evergreen.id) ?? null }))
    const turn = turnsAt(pool, shown, slot.at).find(({ evergreen }) =>
      isAllowed(evergreen, slot.at, planning),
    )
    if (!turn) continue
    const times = left.get(turn.id)
    if (times != null) left.set(turn.id, times - 1)
    countShown(shown, turn.id, slot.at, turn.wording)
    day.take(index)
    planning.placeEvergreen({ ...turn.evergreen, seriesId: null }, day, {
      ms: slot.at,
      slot,
      wording: turn.wording,
      reason: message('schedule.evergreen-turn'),
      warnings: [],
    })
  }
}

function isAllowed(evergreen: Evergreen, at: number, { days, apart }: Planning): boolean {
  const { accountId, pillar, linkKey, id } = evergreen
  const { limits } = days.get(accountId)!
  return (
    !limits.ownBroken({ pillar, linkKey, seriesId: null, evergreenId: id }, at) &&
    !apart.broken(accountId, linkKey, at)
  )
}
