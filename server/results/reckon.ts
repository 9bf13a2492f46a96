import type { Instant } from '#core/instant'
import { byWeekHour, compareGroups, rankPosts, responseByHour } from '#core/results'
import type { GroupedBy } from '#shared/results/types'

/** A post as results are worked out of it: nothing else of it goes to a thread. */
export interface ReckonedPost {
  post: string
  account: string
  at: Instant
  responses: number
  /** Which group it is in, by each of the ways in their order. */
  groups: string[]
}

export interface ToReckon {
  posts: ReckonedPost[]
  ways: GroupedBy[]
  zone: string
  /** The account whose hours are shown; null for none. */
  hoursOf: string | null
}

/** What takes long of Results, and asks nobody: with thousands of posts a thread works it out. */
export function reckon({ posts, ways, zone, hoursOf }: ToReckon) {
  const own = posts.filter(({ account }) => account === hoursOf)
  return {
    weekHours: byWeekHour(own, zone),
    curves: (['weekdays', 'weekend'] as const).map((days) =>
      responseByHour(own, { zone, days }).map((point) => ({ ...point, near: point.near ?? 0 })),
    ),
    ranked: rankPosts(posts),
    groups: ways.map((by, at) => ({
      by,
      results: compareGroups(
        posts.map(({ account, responses, groups }) => ({ account, responses, group: groups[at]! })),
      ),
    })),
  }
}

export type Reckoned = ReturnType<typeof reckon>
