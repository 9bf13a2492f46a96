import { Temporal } from 'temporal-polyfill'
import { toInstant, type Instant } from '../instant'
import type { Offset } from './types'

/** When a post's echoes go out, each offset counted from the first time; the first itself is not in the list. */
export function echoTimes(firstAt: Instant, offsets: Offset[], zone: string): Instant[] {
  return offsets.map((offset) => addOffset(firstAt, offset, 1, zone))
}

/** `count` times at even distances, the first included. Days and weeks keep the wall clock over changes of the clock. */
export function spreadTimes(firstAt: Instant, count: number, every: Offset, zone: string): Instant[] {
  return Array.from({ length: Math.max(0, count) }, (_, index) => addOffset(firstAt, every, index, zone))
}

function addOffset(at: Instant, offset: Offset, times: number, zone: string): Instant {
  const start = Temporal.Instant.from(at).toZonedDateTimeISO(zone)
  const days = (offset.days ?? 0) + 7 * (offset.weeks ?? 0)
  const moved = start.add({ days: days * times }).add({ hours: (offset.hours ?? 0) * times })
  return toInstant(moved.epochMilliseconds)
}
