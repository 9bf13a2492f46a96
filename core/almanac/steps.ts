import { DAY } from '../instant'
import { dayMs } from './occurrences'
import { datesOf, type DayRule } from './datesOf'

/** A day on which something is to be posted: that of an event, or one of its run-up. */
export interface Step {
  date: string
  /** The day of the event. */
  of: string
  /** How many days before it: 0 on the day. */
  before: number
}

/**
 * The days from `from` (included) to `to` (not) on which an event that comes by a rule wants a post: so many
 * `days` before it each, in order of time. Throws RuleError for a rule that can't be followed.
 */
export function stepsOf(
  rule: DayRule,
  days: readonly number[],
  { from, to }: { from: string; to: string },
): Step[] {
  const most = Math.max(0, ...days)
  const events = datesOf(rule, { from, to: later(to, most) })
  return events
    .flatMap((of) => [...new Set(days)].map((before) => ({ date: later(of, -before), of, before })))
    .filter(({ date }) => date >= from && date < to)
    .sort((a, b) => a.date.localeCompare(b.date) || a.before - b.before)
}

/** So many days after a day `YYYY-MM-DD`. */
const later = (day: string, days: number): string =>
  new Date(dayMs(day) + days * DAY).toISOString().slice(0, 10)
