import type { Account } from '#shared/networks/types'
import type { ExceptView, SlotView } from '#shared/schedule/types'
import { copyDay, evenTimes, shiftWeek } from '#core/schedule/readyMade'
import type { Weekday } from '#core/instant'
import * as words from '#shared/words'

export type PlannedSlot = Omit<SlotView, 'id' | 'weekday'> & { weekday: number }

const WORKDAYS = [1, 2, 3, 4, 5]
const WEEKEND = [6, 7]
const EVERY_DAY = [...WORKDAYS, ...WEEKEND]

const on = (weekdays: number[], times: string[]): PlannedSlot[] =>
  weekdays.flatMap((weekday) => times.map((time) => ({ weekday, time, use: 'any' as const, pillarId: null })))

/** Ready-made timetables to start from (common practice). */
export const READY_MADE: Record<keyof typeof words.account.choices, PlannedSlot[]> = {
  workdays: on(WORKDAYS, ['08:30', '12:30', '17:30']),
  steady: on(EVERY_DAY, ['09:00', '18:00']),
  quiet: on(WORKDAYS, ['12:00']),
  busy: [...on(WORKDAYS, ['07:30', '10:00', '12:30', '16:00', '19:00']), ...on(WEEKEND, ['10:00', '18:00'])],
  none: [],
}

export type ReadyMade = keyof typeof READY_MADE

/**
 * What suits a network's kind to begin with (common practice): short texts several times a working day,
 * pictures twice a day, long texts and what a person posts by hand once.
 */
export function suggestedFor({ protocol, rules }: Pick<Account, 'protocol' | 'rules'>): ReadyMade {
  if (protocol === 'hand' || rules.limit > 1000) return 'quiet'
  return rules.media.min > 0 ? 'steady' : 'workdays'
}

export const readyMadeChoices = Object.entries(words.account.choices).map(([value, label]) => ({
  value,
  label,
}))

export const sortedSlots = (slots: PlannedSlot[]): PlannedSlot[] =>
  [...slots].sort((a, b) => a.weekday - b.weekday || a.time.localeCompare(b.time))

/**
 * What is put into a week: so many times evenly over a day, one time, another account's week some minutes
 * later, or one day as another.
 */
export interface PutIn {
  kind: 'even' | 'at' | 'account' | 'day'
  days: number[]
  count: number
  from: string
  to: string
  at: string
  dayFrom: number
  minutes: number
}

/**
 * The week after something ready-made was put in. A day that is given times evenly, or as another, loses
 * those it had.
 */
export function putIn(slots: PlannedSlot[], wish: PutIn, others: PlannedSlot[]): PlannedSlot[] {
  const kept = slots.filter(({ weekday }) => !wish.days.includes(weekday))
  switch (wish.kind) {
    case 'even':
      return sortedSlots([...kept, ...on(wish.days, evenTimes(wish.count, wish.from, wish.to))])
    case 'at':
      return sortedSlots([
        ...slots.filter(({ weekday, time }) => !(wish.days.includes(weekday) && time === wish.at)),
        ...on(wish.days, [wish.at]),
      ])
    case 'account':
      return sortedSlots(shiftWeek(asWeek(others), wish.minutes).map(ofWeek))
    case 'day':
      return sortedSlots(copyDay(asWeek(slots), wish.dayFrom as Weekday, wish.days as Weekday[]).map(ofWeek))
  }
}

/**
 * The week with other times for posts of any kind on such days: on each of them that has such slots, or on
 * all where none has. Slots kept for a pillar, or free, stay.
 */
export function withTimes(slots: PlannedSlot[], days: number[], times: string[]): PlannedSlot[] {
  const isAnyOn = ({ weekday, use }: PlannedSlot): boolean => days.includes(weekday) && use === 'any'
  const used = days.filter((day) => slots.some((slot) => isAnyOn(slot) && slot.weekday === day))
  const kept = slots.filter((slot) => !isAnyOn(slot))
  const isTaken = (one: PlannedSlot): boolean =>
    kept.some(({ weekday, time }) => weekday === one.weekday && time === one.time)
  return sortedSlots([
    ...kept,
    ...on(used.length === 0 ? days : used, times).filter((slot) => !isTaken(slot)),
  ])
}

/** The weekdays of each kind of day. */
export const DAYS_OF = { weekdays: WORKDAYS, weekend: WEEKEND }

const asWeek = (slots: PlannedSlot[]) =>
  slots.map(({ weekday, time, use, pillarId }) => ({
    weekday: weekday as Weekday,
    time,
    use,
    pillar: pillarId,
  }))
const ofWeek = ({ weekday, time, use, pillar }: ReturnType<typeof asWeek>[number]): PlannedSlot => ({
  weekday,
  time,
  use,
  pillarId: pillar,
})

/**
 * A day's slots with what was typed besides; `rest` is what of that is no time, which is a slot too, so that
 * one is told what is wrong with it.
 */
export function withTyped(
  slots: ExceptView['slots'],
  typed: string,
): { slots: ExceptView['slots']; rest: string } {
  const words = typed.split(/[\s,;]+/).filter(Boolean)
  const known = new Map(slots.map((slot) => [slot.time, slot]))
  for (const word of words) {
    const time = readTime(word) ?? word
    if (!known.has(time)) known.set(time, { time, use: 'any', pillarId: null })
  }
  return {
    slots: [...known.values()].sort((a, b) => a.time.localeCompare(b.time)),
    rest: words.filter((word) => readTime(word) === null).join(' '),
  }
}

/** A time of day as a person types it (`7:30`, `0730`, `07.30`) as `HH:MM`; null for what is none. */
export function readTime(text: string): string | null {
  const [, hour, minute] = /^\s*(\d{1,2})[:.h]?(\d{2})\s*$/.exec(text) ?? []
  if (hour === undefined || Number(hour) > 23 || Number(minute) > 59) return null
  return `${hour.padStart(2, '0')}:${minute}`
}
