import { message } from '../messages'
import { DAY, MINUTE, toInstant, toMs } from '../instant'
import { accountLimits, type AccountLimits, type Limited } from './accountLimits'
import { laneOver, type Lane } from './lane'
import type { OpenSlot } from './openSlot'
import { firstAfter } from './mixLedger'
import type { Refusal } from './refusals'
import { slotsBetween } from './slots'
import type { PlanInput } from './types'
import { zoneClock, type ZoneClock } from './zoneClock'

/**
 * What one account's timetable holds while a plan is made: its slots, and when it posts what. Instants are
 * milliseconds.
 */
export interface AccountDay {
  account: PlanInput['accounts'][number]
  clock: ZoneClock
  now: number
  until: number
  slots: OpenSlot[]
  onHold(at: number): boolean
  /** The index of the first slot at or after this instant. */
  firstFrom(at: number): number
  /** The slots as posts of one pillar see them. */
  laneOf(pillar: string | null): Lane
  take(index: number): void
  limits: AccountLimits
  /** Counts a post at this time from now on. */
  occupy(post: Limited, at: number): void
}

/**
 * One account's slots from a little before now (a slot just missed still counts) to the plan's end, its
 * history counted.
 */
export function accountDay(account: PlanInput['accounts'][number], input: PlanInput): AccountDay {
  const now = toMs(input.now)
  const until = toMs(input.until)
  const earliest = now - input.lateMinutes * MINUTE
  const history = input.history
    .filter((sent) => sent.accountId === account.id)
    .map((sent) => ({ ...sent, ms: toMs(sent.at) }))
  const usedSlots = new Set(history.flatMap((sent) => [sent.ms, ...(sent.slotAt ? [toMs(sent.slotAt)] : [])]))
  const clock = zoneClock(
    account.timetable.zone,
    history.reduce((first, sent) => Math.min(first, sent.ms), earliest),
    until,
  )
  const holdUntil = account.hold
    ? account.hold.until
      ? toMs(account.hold.until)
      : Number.POSITIVE_INFINITY
    : Number.NEGATIVE_INFINITY
  const limits = accountLimits(account, clock)

  const slots = slotsBetween(account.timetable, toInstant(earliest), input.until).map((slot): OpenSlot => {
    const at = toMs(slot.at)
    const { slotId, use, pillar } = slot
    return {
      at,
      instant: slot.at,
      goes: Math.max(at, now),
      slotId,
      use,
      pillar,
      taken: usedSlots.has(at),
      blocked: null,
    }
  })
  const times = slots.map((slot) => slot.at)
  const goes = slots.map((slot) => slot.goes)
  const lanes = new Map<string | null, Lane>()
  // Where to look on from each slot, one further on than the index; the way is shortened as it is walked.
  const back = slots.map((_, index) => index)
  const untakenUpTo = (from: number): number => {
    let at = from
    while (at >= 0 && slots[at]!.taken) at = back[at] === at ? at - 1 : back[at]!
    for (let step = from; step > at;) {
      const next = back[step] === step ? step - 1 : back[step]!
      back[step] = at
      step = next
    }
    return at
  }
  const block = (index: number, refusal: Refusal): void => {
    const slot = slots[index]!
    if (!slot.taken) slot.blocked ??= refusal
  }
  /**
   * What was counted at this time closes the slots about it for every moving post, for good: nothing is ever
   * counted off again.
   */
  const closeAround = (at: number): void => {
    for (
      let index = firstAfter(goes, at - limits.gap);
      index < slots.length && goes[index]! < at + limits.gap;
      index++
    ) {
      const refusal = limits.tooClose(goes[index]!)
      if (refusal) block(index, refusal)
    }
    const full = limits.dayIsFull(at)
    if (!full) return
    const day = clock.dayNumber(at)
    for (
      let index = firstAfter(goes, at - 2 * DAY);
      index < slots.length && goes[index]! <= at + 2 * DAY;
      index++
    )
      if (clock.dayNumber(goes[index]!) === day) block(index, full)
  }

  for (const sent of history) {
    limits.count(sent, sent.ms)
    limits.addPlace(sent.ms)
  }
  for (const [index, slot] of slots.entries()) {
    if (slot.use !== 'free' && !slot.taken) limits.addPlace(slot.at)
    if (slot.taken) continue
    if (slot.goes < holdUntil) block(index, { code: 'hold', message: message('schedule.on-hold') })
    else {
      const refusal = limits.dayIsFull(slot.goes) ?? limits.tooClose(slot.goes)
      if (refusal) block(index, refusal)
    }
  }

  return {
    account,
    clock,
    now,
    until,
    slots,
    onHold: (at) => at < holdUntil,
    firstFrom: (at) => firstAfter(times, at - 1),
    laneOf: (pillar) => {
      const lane = lanes.get(pillar) ?? laneOver(slots, pillar, untakenUpTo)
      lanes.set(pillar, lane)
      return lane
    },
    take: (index) => void (slots[index]!.taken = true),
    limits,
    occupy: (post, at) => {
      limits.count(post, at)
      closeAround(at)
    },
  }
}
