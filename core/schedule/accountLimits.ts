import { message } from '../messages'
import { DAY, MINUTE } from '../instant'
import { EVERGREENS, firstAfter, insertSorted, mixLedger } from './mixLedger'
import type { Refusal } from './refusals'
import type { PlanInput } from './types'
import type { ZoneClock } from './zoneClock'

/** What of a post the limits look at. */
export interface Limited {
  pillar: string | null
  linkKey: string | null
  seriesId: string | null
  evergreenId?: string | null
}

/**
 * What one account has at which times, and the limits that another post would break there. Instants and `gap`
 * are milliseconds.
 */
export interface AccountLimits {
  gap: number
  /** Posts a local day. */
  dayIsFull(at: number): Refusal | null
  /** Time between two posts. */
  tooClose(at: number): Refusal | null
  /**
   * The first limit of the post's own that it would break: the same link again too soon, its pillar's share,
   * that of evergreens.
   */
  ownBroken(post: Limited, at: number): Refusal | null
  /** All of them. */
  allBroken(post: Limited, at: number): Refusal[]
  /** Counts a post at this time from now on. */
  count(post: Limited, at: number): void
  /** Counts a place that shares are taken of. */
  addPlace(at: number): void
}

/** The limits of an account that has nothing yet. */
export function accountLimits(account: PlanInput['accounts'][number], clock: ZoneClock): AccountLimits {
  const gap = account.minGapMinutes * MINUTE
  const times: number[] = []
  const perDay = new Map<number, number>()
  const repeats = repeatRule(account.repeatAfterDays)
  const mix = mixLedger(account.mix)

  const dayIsFull = (at: number): Refusal | null =>
    account.perDay !== null && (perDay.get(clock.dayNumber(at)) ?? 0) >= account.perDay
      ? { code: 'ceiling', message: message('schedule.day-full', { posts: account.perDay }) }
      : null
  const tooClose = (at: number): Refusal | null => {
    const next = firstAfter(times, at - gap)
    return next < times.length && times[next]! < at + gap
      ? { code: 'gap', message: message('schedule.gap', { minutes: account.minGapMinutes }) }
      : null
  }
  const breaksMix = ({ pillar, evergreenId = null }: Limited, at: number): Refusal | null => {
    const rule = mix.brokenBy(pillar, at) ?? (evergreenId === null ? null : mix.brokenBy(EVERGREENS, at))
    return rule
      ? {
          code: 'mix',
          message: message(rule.pillar === EVERGREENS ? 'schedule.mix-evergreens' : 'schedule.mix', {
            percent: Math.round(rule.maxShare * 100),
            days: rule.windowDays,
          }),
        }
      : null
  }
  const ownBroken = (post: Limited, at: number): Refusal | null =>
    repeats.broken(post, at) ?? breaksMix(post, at)
  return {
    gap,
    dayIsFull,
    tooClose,
    ownBroken,
    allBroken: (post, at) =>
      [dayIsFull(at), tooClose(at), repeats.broken(post, at), breaksMix(post, at)].filter(
        (item) => item !== null,
      ),
    count: (post, at) => {
      insertSorted(times, at)
      perDay.set(clock.dayNumber(at), (perDay.get(clock.dayNumber(at)) ?? 0) + 1)
      mix.addPost(post.pillar, at)
      if (post.evergreenId != null) mix.addPost(EVERGREENS, at)
      repeats.count(post, at)
    },
    addPlace: (at) => mix.addPlace(at),
  }
}

/** The same link not again within so many days, but for a series and an evergreen's own turns. */
function repeatRule(days: number | null): {
  broken(post: Limited, at: number): Refusal | null
  count(post: Limited, at: number): void
} {
  const links = new Map<string, { at: number; seriesId: string | null; evergreenId: string | null }[]>()
  if (days === null) return { broken: () => null, count: () => undefined }
  return {
    broken: ({ linkKey, seriesId, evergreenId = null }, at) => {
      if (linkKey === null) return null
      const stands = (links.get(linkKey) ?? []).some(
        (item) =>
          Math.abs(item.at - at) < days * DAY &&
          (seriesId === null || item.seriesId !== seriesId) &&
          (evergreenId === null || item.evergreenId !== evergreenId),
      )
      return stands ? { code: 'repeat', message: message('schedule.repeat', { days }) } : null
    },
    count: ({ linkKey, seriesId, evergreenId = null }, at) => {
      if (linkKey === null) return
      const same = links.get(linkKey)
      if (same) same.push({ at, seriesId, evergreenId })
      else links.set(linkKey, [{ at, seriesId, evergreenId }])
    },
  }
}
