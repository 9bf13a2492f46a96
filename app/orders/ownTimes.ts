import type { OwnTime } from '#core/orders/types'
import * as words from '#shared/words'

const { weekdays, say } = words.orders
const SHAPE = /^(?:([a-z]{2,9})\s+)?(\d{1,2}):(\d{2})$/i

/** Days and times as somebody types them (`Mon 08:30, 12:00`); null where one of them is none. */
export function readTimes(text: string): OwnTime[] | null {
  const times: OwnTime[] = []
  for (const part of text.split(',')) {
    if (part.trim() === '') continue
    const [, day, hour, minute] = SHAPE.exec(part.trim()) ?? []
    const weekday = day === undefined ? null : numberOf(day)
    if (hour === undefined || weekday === 0 || Number(hour) > 23 || Number(minute) > 59) return null
    times.push({ weekday, time: `${hour.padStart(2, '0')}:${minute}` })
  }
  return times
}

/** The number of a weekday by the beginning of its name, from 1; 0 for none. */
const numberOf = (name: string): number =>
  weekdays.findIndex((day) => name.toLowerCase().startsWith(day.toLowerCase())) + 1

export const writeTimes = (times: OwnTime[]): string =>
  times.map(({ weekday, time }) => say.time(weekday, time)).join(', ')
