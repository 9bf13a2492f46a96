import { benjaminiHochberg } from './multiple'
import { gammaEstimate } from './means'
import { USUAL_LEVEL, type Estimate } from './rates'
import { verdictOf } from './compare'
import { betaBelow, normalQuantile } from './special'

/** A post for comparing: what was answered to it on which account, and the group it belongs to. */
export interface GroupedPost {
  account: string
  group: string
  responses: number
}

/** How a group's posts are answered, against what their accounts' posts usually get: 1 is as usual. */
export interface GroupResult {
  group: string
  posts: number
  responses: number
  ratio: Estimate
  /** How likely the group is answered more than all others together. */
  chanceAbove: number
  /** After correcting for how many groups were compared. */
  verdict: 'better' | 'worse' | 'too few to say'
  /**
   * How many more of its posts it takes, about, to tell if it goes on like this; null where there is nothing
   * to be told, or it is told already.
   */
  needed: number | null
}

/** For how many posts it counts that a group is answered as usual, before any of its posts is seen. */
const PRIOR_POSTS = 1
/** More than this is as good as never. */
const MOST_NEEDED = 500

/**
 * Compares groups of posts, each post only with its own account's mean: responses over what was to be
 * expected, Gamma–Poisson; what posts differ by beyond chance widens the intervals (Pearson). A group against
 * all others: the chance that one gamma variate is above another (a beta distribution). Corrected for many
 * comparisons (Benjamini–Hochberg), so that nothing is called better below 90%. Most answered first.
 */
export function compareGroups(posts: readonly GroupedPost[], level = USUAL_LEVEL): GroupResult[] {
  const expected = expectations(posts)
  const groups = sumsByGroup(posts, expected)
  const all = { posts: posts.length, responses: 0, expected: 0 }
  for (const one of groups.values()) {
    all.responses += one.responses
    all.expected += one.expected
  }
  if (all.expected === 0) return []
  const weight = (all.expected / posts.length) * PRIOR_POSTS
  const spread = spreadOf(posts, expected, groups)
  const gamma = (responses: number, weighed: number) => ({
    shape: (weight + responses) / spread,
    rate: (weight + weighed) / spread,
  })
  const found = [...groups].map(([group, own]) => {
    const one = gamma(own.responses, own.expected)
    const rest = gamma(all.responses - own.responses, all.expected - own.expected)
    const chanceAbove =
      own.posts === all.posts ? 0.5 : 1 - betaBelow(one.shape, rest.shape, one.rate / (one.rate + rest.rate))
    return {
      group,
      posts: own.posts,
      responses: own.responses,
      ratio: gammaEstimate(one.shape, one.rate, level),
      chanceAbove,
    }
  })
  const corrected = benjaminiHochberg(found.map(({ chanceAbove: c }) => 2 * Math.min(c, 1 - c)))
  return found
    .map((one, at) => {
      // Half of a two-sided chance is that of the side it is on.
      const wrong = corrected[at]! / 2
      const verdict = verdictOf(one.chanceAbove >= 0.5 ? 1 - wrong : wrong)
      return { ...one, verdict, needed: verdict === 'too few to say' ? neededBy(one.posts, 1 - wrong) : null }
    })
    .sort((a, b) => b.ratio.value - a.ratio.value)
}

/** What each account's posts get on the average. */
function expectations(posts: readonly GroupedPost[]): Map<string, number> {
  const sums = new Map<string, { posts: number; responses: number }>()
  for (const { account, responses } of posts) {
    const known = sums.get(account) ?? { posts: 0, responses: 0 }
    sums.set(account, { posts: known.posts + 1, responses: known.responses + responses })
  }
  return new Map([...sums].map(([account, { posts: many, responses }]) => [account, responses / many]))
}

interface Sums {
  posts: number
  responses: number
  expected: number
}

function sumsByGroup(posts: readonly GroupedPost[], expected: Map<string, number>): Map<string, Sums> {
  const groups = new Map<string, Sums>()
  for (const { account, group, responses } of posts) {
    const sums = groups.get(group) ?? { posts: 0, responses: 0, expected: 0 }
    sums.posts++
    sums.responses += responses
    sums.expected += expected.get(account)!
    groups.set(group, sums)
  }
  return groups
}

/**
 * How many times more the posts of a group differ from each other than counts by chance would (Pearson, each
 * group with its own mean), never below 1.
 */
function spreadOf(
  posts: readonly GroupedPost[],
  expected: Map<string, number>,
  groups: Map<string, Sums>,
): number {
  const free = posts.length - groups.size
  if (free < 2) return 1
  let sum = 0
  for (const { account, group, responses } of posts) {
    const own = groups.get(group)!
    const mean = own.expected === 0 ? 0 : (expected.get(account)! * own.responses) / own.expected
    if (mean > 0) sum += (responses - mean) ** 2 / mean
  }
  return Math.max(1, sum / free)
}

/** A difference shows as posts grow by their square root. */
function neededBy(posts: number, chance: number): number | null {
  const now = normalQuantile(Math.min(0.999999, Math.max(0.5, chance)))
  if (now < 0.05) return null
  const more = Math.ceil(posts * ((normalQuantile(USUAL_LEVEL) / now) ** 2 - 1))
  return more > MOST_NEEDED ? null : Math.max(1, more)
}
