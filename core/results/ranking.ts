import { groupBy } from '../grouped'
import { verdictOf } from './compare'
import { gammaEstimate } from './means'
import type { Estimate } from './rates'
import { gammaBelow } from './special'

/** What a post got on an account. */
export interface PostCount {
  post: string
  account: string
  responses: number
}

/** How a post was answered, against what its accounts' posts usually get: 1 is as usual. */
export interface RankedPost {
  post: string
  sent: number
  responses: number
  expected: number
  ratio: Estimate
  chanceAbove: number
  verdict: 'better' | 'worse' | 'too few to say'
}

/** Accounts with fewer posts tell nothing of what is usual there. */
const FEWEST = 5
/** Posts that are as alike as chance lets them be: none of them stands out. */
const MOST_ALIKE = 1_000

/**
 * Posts that stand out from what their accounts' posts usually get, most answered first; all the times a post
 * went out count together. What posts differ by beyond chance is learnt from all of them (Gamma–Poisson with
 * its spread by the method of moments: an empirical Bayes estimate, Robbins 1956), and each leans to the
 * usual by that: so that of those called better nine in ten are, however many are looked at. Posts of
 * accounts with fewer than five are left out.
 */
export function rankPosts(counts: readonly PostCount[]): RankedPost[] {
  const byAccount = groupBy(counts, ({ account }) => account)
  const means = new Map(
    [...byAccount]
      .filter(([, own]) => own.length >= FEWEST)
      .map(([account, own]) => [account, sumOf(own) / own.length] as const)
      .filter(([, mean]) => mean > 0),
  )
  const usable = counts.filter(({ account }) => means.has(account))
  const alike = alikeness(usable, means)
  return [...groupBy(usable, ({ post }) => post)]
    .map(([post, own]): RankedPost => {
      const responses = sumOf(own)
      const expected = own.reduce((sum, { account }) => sum + means.get(account)!, 0)
      const [shape, rate] = [alike + responses, alike + expected]
      const chanceAbove = 1 - gammaBelow(shape, rate)
      return {
        post,
        sent: own.length,
        responses,
        expected,
        ratio: gammaEstimate(shape, rate),
        chanceAbove,
        verdict: verdictOf(chanceAbove),
      }
    })
    .sort((a, b) => b.ratio.value - a.ratio.value)
}

const sumOf = (counts: readonly PostCount[]): number =>
  counts.reduce((sum, { responses }) => sum + responses, 0)

/** For how many expected responses it counts that a post is as usual: the more the more alike posts are. */
function alikeness(counts: readonly PostCount[], means: Map<string, number>): number {
  let [beyond, squares] = [0, 0]
  for (const { account, responses } of counts) {
    const mean = means.get(account)!
    beyond += (responses - mean) ** 2 - mean
    squares += mean * mean
  }
  return beyond <= 0 ? MOST_ALIKE : Math.min(MOST_ALIKE, squares / beyond)
}
