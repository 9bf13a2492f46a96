import type { AlmanacEntry } from '#shared/almanac/types'

/** How often a day of one's own comes, as a form offers it. */
export const OFTEN = [
  'once',
  'weekly',
  'fortnightly',
  'monthly',
  'monthly-weekday',
  'yearly',
  'easter',
  'rule',
] as const
export type Often = (typeof OFTEN)[number]

const WEEKDAYS = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA']

/** The rule of a choice for a day that begins so; null for once, by Easter and what is written by hand. */
export function ruleOf(often: Often, from: string): string | null {
  const day = new Date(`${from}T00:00:00Z`)
  if (Number.isNaN(day.getTime())) return null
  const name = WEEKDAYS[day.getUTCDay()]!
  // The fifth of a weekday is not in every month: the last is meant.
  const week = Math.ceil(day.getUTCDate() / 7)
  switch (often) {
    case 'weekly':
      return `FREQ=WEEKLY;BYDAY=${name}`
    case 'fortnightly':
      return `FREQ=WEEKLY;INTERVAL=2;BYDAY=${name}`
    case 'monthly':
      return `FREQ=MONTHLY;BYMONTHDAY=${day.getUTCDate()}`
    case 'monthly-weekday':
      return `FREQ=MONTHLY;BYDAY=${week > 4 ? -1 : week}${name}`
    case 'yearly':
      return 'FREQ=YEARLY'
    default:
      return null
  }
}

/** Which choice a day's rule is of. */
export function oftenOf({
  from,
  rrule,
  easterDays,
}: Pick<AlmanacEntry, 'from' | 'rrule' | 'easterDays'>): Often {
  if (easterDays !== null) return 'easter'
  if (rrule === null) return 'once'
  return OFTEN.find((often) => ruleOf(often, from) === rrule) ?? 'rule'
}

/** Days before an event as they are typed, `14, 7, 1`; null for what is none. */
export function readSteps(typed: string): number[] | null {
  const parts = typed
    .split(/[\s,;]+/)
    .filter(Boolean)
    .map(Number)
  return parts.every((days) => Number.isInteger(days)) ? [...new Set(parts)].sort((a, b) => b - a) : null
}
