import { gammaQuantile } from './special'
import { USUAL_LEVEL, type Estimate } from './rates'

/**
 * The mean of counts, such as responses of posts, with what it may as well be: Gamma–Poisson with equal
 * tails. `prior`: what is thought before any of them is seen, and for how many posts that counts; small
 * numbers lean to it. With neither counts nor a prior nothing is known: 0 to infinity.
 */
export const mean = (
  counts: readonly number[],
  prior: { mean: number; weight: number },
  level = USUAL_LEVEL,
): Estimate =>
  gammaEstimate(
    prior.mean * prior.weight + counts.reduce((sum, count) => sum + count, 0),
    prior.weight + counts.length,
    level,
  )

/**
 * The same for counts that differ by more than chance, as responses of posts do: what they differ by beyond
 * it widens the interval (Pearson's chi-square over its degrees of freedom, never below 1).
 */
export function meanOfPosts(
  counts: readonly number[],
  prior: { mean: number; weight: number },
  level = USUAL_LEVEL,
): Estimate {
  const total = counts.reduce((sum, count) => sum + count, 0)
  const average = counts.length === 0 ? 0 : total / counts.length
  const spread =
    counts.length < 2 || average === 0
      ? 1
      : Math.max(
          1,
          counts.reduce((sum, count) => sum + (count - average) ** 2 / average, 0) / (counts.length - 1),
        )
  return gammaEstimate(
    (prior.mean * prior.weight + total) / spread,
    (prior.weight + counts.length) / spread,
    level,
  )
}

/** A gamma distribution of a shape and a rate as an estimate. */
export function gammaEstimate(shape: number, posts: number, level = USUAL_LEVEL): Estimate {
  if (posts <= 0) return { value: 0, low: 0, high: Number.POSITIVE_INFINITY }
  return {
    value: shape / posts,
    low: gammaQuantile((1 - level) / 2, shape) / posts,
    high: gammaQuantile((1 + level) / 2, shape) / posts,
  }
}
