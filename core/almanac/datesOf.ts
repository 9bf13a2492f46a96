import { DAY } from '../instant'
import { message } from '../messages'
import { easterOf } from './easter'
import { dayMs, occurrencesOf } from './occurrences'
import { readRule, RuleError } from './rule'

/** Whole days that come once, or again. Days are `YYYY-MM-DD`. */
export interface DayRule {
  from: string
  /** RFC 5545 RRULE without times; null for once. */
  rrule: string | null
  /** Every year so many days after Easter Sunday (before it where negative), in place of a rule. */
  easterDays?: number | null
  except: string[]
}

/**
 * Years looked through for whether a rule ever holds: the Gregorian calendar repeats after 28, but for
 * centuries.
 */
const YEARS_AHEAD = [2, 41]

/**
 * The days of a rule from `from` (included) to `to` (not), in order (RFC 5545 §3.8.5.3). The first day counts
 * only where the rule names it. Throws RuleError for a rule that can't be followed.
 */
export function datesOf(rule: DayRule, { from, to }: { from: string; to: string }): string[] {
  const [start, first, end] = [dayMs(rule.from), dayMs(from), dayMs(to)]
  if (Number.isNaN(start) || !(first < end)) return []
  const days =
    rule.easterDays === null || rule.easterDays === undefined
      ? rule.rrule === null
        ? [start]
        : occurrencesOf(readRule(rule.rrule), start, { from: first, to: end })
      : easterDaysOf(rule.easterDays, start, first, end)
  const except = new Set(rule.except)
  return days
    .filter((day) => day >= first && day < end)
    .map((day) => new Date(day).toISOString().slice(0, 10))
    .filter((day) => !except.has(day))
}

function easterDaysOf(after: number, start: number, from: number, to: number): number[] {
  const [first, last] = [yearOf(Math.max(start, from)) - 1, yearOf(to) + 1]
  return Array.from(
    { length: Math.max(0, last - first + 1) },
    (_, at) => dayMs(easterOf(first + at)) + after * DAY,
  ).filter((day) => day >= start)
}

const yearOf = (day: number): number => new Date(day).getUTCFullYear()

/**
 * Makes sure that a rule names a day at all, from its first on. Throws RuleError where it names none within
 * forty years, or can't be followed.
 */
export function requireDays(rule: DayRule): void {
  for (const years of YEARS_AHEAD) {
    const to = new Date(dayMs(rule.from))
    to.setUTCFullYear(to.getUTCFullYear() + years)
    const span = { from: rule.from, to: to.toISOString().slice(0, 10) }
    if (datesOf({ ...rule, except: [] }, span).length > 0) return
  }
  throw new RuleError(message('rule.never'))
}
