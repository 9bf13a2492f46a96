import type { Instant } from '../instant'
import { postsOn, smoothed } from './hours'
import { FEW } from './hourWidth'

/** Half hours of a day. */
const POINTS = 48

/**
 * When the readers of all accounts together answer, every half hour of a day: 1 at the best, in proportion to
 * it elsewhere, and null where nothing near went out, so that nothing is said of it. Each account counts
 * against its own mean and by its posts; one with fewer than 24 such posts counts for nothing. Empty where
 * none does.
 */
export function answeringHours(
  posts: readonly { account: string; at: Instant; responses: number }[],
  { zone, days }: { zone: string; days: 'weekdays' | 'weekend' },
): (number | null)[] {
  const sums = Array.from({ length: POINTS }, () => ({ weight: 0, sum: 0 }))
  for (const account of new Set(posts.map((post) => post.account))) {
    const own = postsOn(
      posts.filter((post) => post.account === account),
      zone,
      days,
    )
    const mean = own.reduce((sum, { responses }) => sum + responses, 0) / own.length
    if (own.length < FEW || mean === 0) continue
    for (const [at, { shape, posts: many, weight, near }] of smoothed(own).points.entries()) {
      if (near === 0) continue
      sums[at]!.weight += weight
      sums[at]!.sum += (shape / many / mean) * weight
    }
  }
  const means = sums.map(({ weight, sum }) => (weight === 0 ? null : sum / weight))
  const best = Math.max(0, ...means.map((value) => value ?? 0))
  return best === 0 ? [] : means.map((value) => (value === null ? null : value / best))
}
