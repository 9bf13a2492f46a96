import { MINUTE, toInstant, toMs } from '../instant'
import { slotsBetween } from './slots'
import type { PlanInput, SlotUse, UnplacedCode } from './types'
import { zoneClock } from './zoneClock'

export interface OpenSlot {
  at: number
  slotId: string
  use: SlotUse
  pillar: string | null
  taken: boolean
}

/** What one account's timetable holds while a plan is made: its slots, and when it posts. Instants are milliseconds. */
export interface AccountDay {
  account: PlanInput['accounts'][number]
  now: number
  until: number
  slots: OpenSlot[]
  onHold(at: number): boolean
  /** The limit that a moving post at this time would break, or null. */
  limitBroken(at: number): { code: UnplacedCode; says: string } | null
  /** Counts a post at this time from now on. */
  occupy(at: number): void
}

/** One account's slots from a little before now (a slot just missed still counts) to the plan's end, its history counted. */
export function accountDay(account: PlanInput['accounts'][number], input: PlanInput): AccountDay {
  const now = toMs(input.now)
  const until = toMs(input.until)
  const earliest = now - input.lateMinutes * MINUTE
  const occupied = input.history.filter((sent) => sent.accountId === account.id).map((sent) => toMs(sent.at))
  const usedSlots = new Set(
    input.history.filter((sent) => sent.accountId === account.id).flatMap((sent) => [toMs(sent.at), ...(sent.slotAt ? [toMs(sent.slotAt)] : [])]),
  )
  const clock = zoneClock(account.timetable.zone, Math.min(earliest, ...occupied), until)
  const gap = account.minGapMinutes * MINUTE
  const times = [...occupied]
  const perDay = new Map<string, number>()
  const countDay = (at: number): void => void perDay.set(clock.dayOf(at), (perDay.get(clock.dayOf(at)) ?? 0) + 1)
  occupied.forEach(countDay)
  const holdUntil = account.hold ? (account.hold.until ? toMs(account.hold.until) : Number.POSITIVE_INFINITY) : Number.NEGATIVE_INFINITY

  return {
    account,
    now,
    until,
    slots: slotsBetween(account.timetable, toInstant(earliest), input.until).map((slot) => {
      const at = toMs(slot.at)
      return { ...slot, at, taken: usedSlots.has(at) }
    }),
    onHold: (at) => at < holdUntil,
    limitBroken: (at) => {
      if (account.perDay !== null && (perDay.get(clock.dayOf(at)) ?? 0) >= account.perDay) {
        return { code: 'ceiling', says: `That day has its ${account.perDay} posts already.` }
      }
      if (times.some((time) => Math.abs(time - at) < gap)) {
        return { code: 'gap', says: `Another post is less than ${account.minGapMinutes} minutes away.` }
      }
      return null
    },
    occupy: (at) => {
      times.push(at)
      countDay(at)
    },
  }
}
