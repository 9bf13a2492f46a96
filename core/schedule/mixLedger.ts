import { DAY } from '../instant'

/** What stands for a pillar in the limit of evergreens, of whatever pillar they are. */
export const EVERGREENS = 'evergreens'

export interface MixRule {
  /** Of a pillar, or `EVERGREENS`. */
  pillar: string
  maxShare: number
  windowDays: number
}

/**
 * What a share is counted from: an account's places (sent, planned or open) and each pillar's posts, as
 * sorted instants in milliseconds.
 */
export interface MixLedger {
  /** A place that a post went out at, will, or could. */
  addPlace(at: number): void
  addPost(pillar: string | null, at: number): void
  /** The rule that one more post of the pillar at this time would break, or null. */
  brokenBy(pillar: string | null, at: number): MixRule | null
}

// Shares are written as decimals: 20% of 25 must be 5.
const ROUNDING = 1e-9

/**
 * Keeps the mix: of all places in the days that end at a post's own place, a pillar's posts may be so large a
 * share. A post set before others of its pillar counts in their days too, so theirs are looked at as well.
 */
export function mixLedger(rules: MixRule[]): MixLedger {
  const places: number[] = []
  const byPillar = new Map<string, number[]>(rules.map(({ pillar }) => [pillar, []]))
  return {
    addPlace: (at) => insertSorted(places, at),
    addPost: (pillar, at) => {
      const posts = pillar === null ? undefined : byPillar.get(pillar)
      if (posts) insertSorted(posts, at)
    },
    brokenBy: (pillar, at) => {
      const posts = pillar === null ? undefined : byPillar.get(pillar)
      if (!posts) return null
      return rules.find((rule) => rule.pillar === pillar && isBroken(rule, places, posts, at)) ?? null
    },
  }
}

function isBroken({ maxShare, windowDays }: MixRule, places: number[], posts: number[], at: number): boolean {
  const span = windowDays * DAY
  const isOver = (end: number): boolean =>
    countWithin(posts, end - span, end) + 1 > maxShare * countWithin(places, end - span, end) + ROUNDING
  if (isOver(at)) return true
  for (let next = firstAfter(posts, at); next < posts.length && posts[next]! < at + span; next++)
    if (isOver(posts[next]!)) return true
  return false
}

/** How many lie after `from`, up to and including `to`. */
const countWithin = (sorted: number[], from: number, to: number): number =>
  firstAfter(sorted, to) - firstAfter(sorted, from)

/** The index of the first that is greater. */
export function firstAfter(sorted: readonly number[], value: number): number {
  let [low, high] = [0, sorted.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (sorted[middle]! <= value) low = middle + 1
    else high = middle
  }
  return low
}

/** Puts a number into a sorted list at its place, behind those that are equal. */
export function insertSorted(sorted: number[], value: number): void {
  if (sorted.length === 0 || sorted.at(-1)! <= value) sorted.push(value)
  else sorted.splice(firstAfter(sorted, value), 0, value)
}
