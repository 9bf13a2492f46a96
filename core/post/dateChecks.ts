import { message } from '../messages'
import { datesIn } from '../text/dates'
import { stop, warn } from './checks'
import { localDay } from './localDay'
import type { Check, PostParts, PreflightContext } from './types'

/** What stops a post whose time lies behind its good-until. */
export const goodUntilChecks = ({
  now,
  plannedAt,
  goodUntil,
}: Pick<PreflightContext, 'now' | 'plannedAt' | 'goodUntil'>): Check[] =>
  goodUntil && Date.parse(plannedAt ?? now) > Date.parse(goodUntil)
    ? [stop('good-until', message('post.after-good-until'))]
    : []

/** What a text says of days that will be over by then. */
export function dateChecks(text: string, post: PostParts, context: PreflightContext): Check[] {
  const { now, zone, plannedAt, goodUntil } = context
  const late = goodUntilChecks(context)
  if (late.length > 0) return late
  const dates = datesIn(text, { now, zone, language: post.language })
  if (dates.length === 0) return []
  const today = localDay(now, zone)
  const day = localDay(plannedAt ?? now, zone)
  // What is past already is told as such; what lies between now and then would be out of date.
  const past = dates.find(({ until }) => until >= today && until < day)
  if (past) return [warn('date', message('post.date-over', { text: past.text, day: past.until }))]
  const last = dates
    .map(({ until }) => until)
    .filter((until) => until >= day)
    .sort()
    .at(-1)
  if (!last || goodUntil) return []
  return [
    warn(
      'date',
      message('post.date-ends', { text: dates.find(({ until }) => until === last)!.text, day: last }),
      {
        action: 'good-until',
        change: {},
        day: last,
      },
    ),
  ]
}
