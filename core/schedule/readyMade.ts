import type { Weekday } from '../instant'
import type { Timetable } from './types'

type WeekSlot = Omit<Timetable['slots'][number], 'id'>

const DAY_MINUTES = 24 * 60

/** Minutes after midnight of `HH:MM`. */
export const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5))

/** `HH:MM` of minutes after midnight; minutes beyond a day count from its start. */
export function timeOf(minutes: number): string {
  const within = ((minutes % DAY_MINUTES) + DAY_MINUTES) % DAY_MINUTES
  return `${String(Math.floor(within / 60)).padStart(2, '0')}:${String(within % 60).padStart(2, '0')}`
}

/**
 * `count` times from `from` to `to`, both included, as evenly as whole five minutes allow; one alone stands
 * in the middle.
 */
export function evenTimes(count: number, from: string, to: string): string[] {
  const [start, end] = [minutesOf(from), minutesOf(to)]
  if (count < 1 || end < start) return []
  if (count === 1) return [timeOf(start + Math.round((end - start) / 2 / 5) * 5)]
  const times = Array.from({ length: count }, (_, index) =>
    index === count - 1 ? end : start + Math.round(((end - start) * index) / (count - 1) / 5) * 5,
  )
  return [...new Set(times)].map(timeOf)
}

/**
 * A week's slots some minutes later (or earlier, where negative); those that pass midnight change their day.
 */
export function shiftWeek<S extends WeekSlot>(slots: S[], minutes: number): S[] {
  return slots.map((slot) => {
    const at = minutesOf(slot.time) + minutes
    const days = Math.floor(at / DAY_MINUTES)
    return {
      ...slot,
      time: timeOf(at),
      weekday: (((((slot.weekday - 1 + days) % 7) + 7) % 7) + 1) as Weekday,
    }
  })
}

/** The week with one day's slots put on other days too, in place of what those had. */
export function copyDay<S extends WeekSlot>(slots: S[], from: Weekday, to: Weekday[]): S[] {
  const targets = to.filter((day) => day !== from)
  const copies = targets.flatMap((weekday) =>
    slots.filter((slot) => slot.weekday === from).map((slot) => ({ ...slot, weekday })),
  )
  return [...slots.filter((slot) => !targets.includes(slot.weekday)), ...copies]
}
