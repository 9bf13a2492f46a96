import { DAY } from '#core/instant'
import { zoneClock } from '#core/schedule'
import type { BrandRow } from '#server/people'

/** A brand's day at a moment: its date, and from when on it is. */
export function todayOf({ zone }: Pick<BrandRow, 'zone'>, at: number): { date: string; from: number } {
  const clock = zoneClock(zone, at - DAY, at + DAY)
  return { date: clock.dayOf(at), from: clock.toUtc(clock.dayNumber(at) * DAY) }
}
