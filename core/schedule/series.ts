import { DAY, toInstant, toMs, type Instant } from '../instant'
import type { Offset } from './types'
import { zoneClock } from './zoneClock'

/**
 * When a post's echoes go out, each offset counted from the first time; the first itself is not in the list.
 */
export function echoTimes(firstAt: Instant, offsets: Offset[], zone: string): Instant[] {
  const clock = clockFor(firstAt, zone, Math.max(0, ...offsets.map(lengthOf)))
  return offsets.map((offset) => toInstant(clock.add(toMs(firstAt), offset)))
}

/**
 * `count` times at even distances, the first included. Days and weeks keep the wall clock over changes of the
 * clock.
 */
export function spreadTimes(firstAt: Instant, count: number, every: Offset, zone: string): Instant[] {
  const clock = clockFor(firstAt, zone, Math.max(0, count) * lengthOf(every))
  return Array.from({ length: Math.max(0, count) }, (_, index) =>
    toInstant(clock.add(toMs(firstAt), every, index)),
  )
}

const lengthOf = (offset: Offset): number =>
  (Math.abs(offset.hours ?? 0) / 24 + Math.abs(offset.days ?? 0) + 7 * Math.abs(offset.weeks ?? 0)) * DAY

const clockFor = (firstAt: Instant, zone: string, span: number) =>
  zoneClock(zone, toMs(firstAt) - span, toMs(firstAt) + span)
