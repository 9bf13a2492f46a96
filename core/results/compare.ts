import { logBeta } from './special'
import { USUAL_LEVEL } from './rates'

interface Trials {
  successes: number
  trials: number
}

/**
 * How likely the second of two rates is above the first, each thought to be anything before it was seen
 * (Beta(1, 1)), and what may be said of it: nothing below a chance of 90%.
 */
export function compareRates(
  a: Trials,
  b: Trials,
): { chanceBBetter: number; verdict: 'better' | 'worse' | 'too few to say' } {
  const chanceBBetter = chanceAbove(
    [b.successes + 1, b.trials - b.successes + 1],
    [a.successes + 1, a.trials - a.successes + 1],
  )
  return { chanceBBetter, verdict: verdictOf(chanceBBetter) }
}

/** What a chance lets one say. */
export function verdictOf(chance: number): 'better' | 'worse' | 'too few to say' {
  if (chance >= USUAL_LEVEL) return 'better'
  return chance <= 1 - USUAL_LEVEL ? 'worse' : 'too few to say'
}

type Beta = readonly [a: number, b: number]

/**
 * The chance that one of a beta distribution is above one of another, with whole numbers as parameters: a
 * finite sum over the smallest of the four (Cook 2005, Exact calculation of beta inequalities; by its
 * symmetries).
 */
function chanceAbove(x: Beta, y: Beta): number {
  const [[a, b], [c, d]] = [x, y]
  const least = Math.min(a, b, c, d)
  if (least === a) return sumOver(a, b, c, d)
  if (least === c) return 1 - sumOver(c, d, a, b)
  // What one is above, its rest is below.
  return least === b ? 1 - sumOver(b, a, d, c) : sumOver(d, c, b, a)
}

/** The chance that one of Beta(a, b) is above one of Beta(c, d), by a sum of `a` terms. */
function sumOver(a: number, b: number, c: number, d: number): number {
  let sum = 0
  for (let i = 0; i < a; i++)
    sum += Math.exp(logBeta(c + i, b + d) - Math.log(b + i) - logBeta(1 + i, b) - logBeta(c, d))
  return Math.min(1, Math.max(0, sum))
}
