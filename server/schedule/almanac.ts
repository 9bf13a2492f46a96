import { DAY, toInstant } from '#core/instant'
import { zoneClock } from '#core/schedule'
import type { AlmanacDate, AlmanacDateWithPosts } from '#shared/almanac/types'
import { LIMITS } from '#shared/platform/limits'
import { isDay } from '#shared/platform/schemaParts'
import { datesBetween } from '#server/almanac'
import { brandById } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { postsOfDays } from '#server/posts'

/** How far from now a day may lie. */
const REACH_DAYS = 3660
const USUAL_DAYS = 90

/**
 * The days that were asked for: `from`, a day within ten years of now (today without one), so many `days`.
 */
export function daysAsked(
  query: Partial<Record<string, string>>,
  zone: string,
): { from: string; to: string } {
  const asked = query['from'] ?? ''
  const isNear = isDay(asked) && Math.abs(Date.parse(asked) - now()) < REACH_DAYS * DAY
  const from = isNear ? asked : zoneClock(zone, now() - DAY, now() + DAY).dayOf(now())
  const days = Math.trunc(Number(query['days'] ?? USUAL_DAYS)) || USUAL_DAYS
  return { from, to: dayAfter(from, Math.min(LIMITS.almanacDays, Math.max(1, days))) }
}

/** So many days after a day `YYYY-MM-DD`. */
export const dayAfter = (day: string, days: number): string =>
  toInstant(Date.parse(`${day}T00:00:00Z`) + days * DAY).slice(0, 10)

/** The dates of a brand's almanac that were asked for, each with how many posts were begun for it. */
export async function almanacDates(
  brandId: string,
  query: Partial<Record<string, string>>,
): Promise<AlmanacDateWithPosts[]> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  return datesWithPosts(db, brandId, daysAsked(query, brand.zone))
}

/** The dates of a brand's almanac from a day (included) to another (not), with the posts begun for them. */
export async function datesWithPosts(
  db: Db,
  brandId: string,
  span: { from: string; to: string },
): Promise<AlmanacDateWithPosts[]> {
  const dates = await datesBetween(db, brandId, span)
  if (dates.length === 0) return []
  const posts = new Map(
    (await postsOfDays(db, brandId, span)).map((one) => [
      keyOf({ date: one.for_day, title: one.for_title ?? '', of: one.almanac_id }),
      one,
    ]),
  )
  return dates.map((date) => {
    const found = posts.get(keyOf(date))
    return { ...date, posts: found?.posts ?? 0, postId: found?.post_id ?? null }
  })
}

const keyOf = ({ date, title, of }: Pick<AlmanacDate, 'date' | 'title' | 'of'>): string =>
  JSON.stringify([date, title, of])
