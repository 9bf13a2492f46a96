import { RRuleTemporal } from 'rrule-temporal'
import { Temporal } from 'temporal-polyfill'
import { DAY } from '../instant'
import { message } from '../messages'
import { RuleError, type Rule } from './rule'

/**
 * The wall-clock times a rule names from `from` (included) to `to` (not), in order; all are milliseconds of a
 * UTC calendar, so that no change of a clock is in them. The first time counts only where the rule names it.
 * Throws RuleError where too many come before `from` to be counted.
 */
export function occurrencesOf(
  rule: Rule,
  start: number,
  { from, to }: { from: number; to: number },
): number[] {
  const until = rule.until === null ? Number.POSITIVE_INFINITY : untilMs(rule.until)
  const end = Math.min(to, until + 1)
  if (!(start < end) || !(from < end)) return []
  try {
    const found = new RRuleTemporal({
      rruleString: `DTSTART:${basicOf(start)}Z\nRRULE:${[`FREQ=${rule.freq}`, ...rule.parts].join(';')}`,
    }).between(momentOf(Math.max(from, start)), momentOf(end - 1), true)
    return found.map((at) => at.epochMilliseconds)
  } catch {
    // It gives up after ten thousand steps.
    throw new RuleError(message('rule.too-long'))
  }
}

/** The last moment an UNTIL allows: of a day without a time, the whole of it. */
function untilMs(until: string): number {
  const day = dayMs(`${until.slice(0, 4)}-${until.slice(4, 6)}-${until.slice(6, 8)}`)
  if (until.length === 8) return day + DAY - 1
  const [hours, minutes, seconds] = [until.slice(9, 11), until.slice(11, 13), until.slice(13, 15)]
  return day + ((Number(hours) * 60 + Number(minutes)) * 60 + Number(seconds)) * 1_000
}

/** `20270302T100000` of a wall-clock time. */
export const basicOf = (local: number): string =>
  new Date(local).toISOString().slice(0, 19).replace(/[-:]/g, '')

/** A day `YYYY-MM-DD` as its midnight in a UTC calendar; NaN for no day. */
export const dayMs = (day: string): number => Date.parse(`${day}T00:00:00Z`)

const momentOf = (local: number): Temporal.ZonedDateTime =>
  Temporal.Instant.fromEpochMilliseconds(local).toZonedDateTimeISO('UTC')
