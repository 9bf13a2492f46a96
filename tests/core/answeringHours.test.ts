import fc from 'fast-check'
import { expect, it } from 'vitest'
import { toInstant } from '#core/instant'
import { answeringHours } from '#core/results'

const MONDAY = Date.parse('2027-03-01T00:00:00Z')
const HOURS = 3_600_000
/** So many posts of an account at an hour of weekdays, each answered so often. */
const postsAt = (account: string, hour: number, count: number, responses: number) =>
  Array.from({ length: count }, (_, at) => ({
    account,
    at: toInstant(MONDAY + (Math.floor(at / 5) * 7 + (at % 5)) * 24 * HOURS + hour * HOURS),
    responses,
  }))
const hours = (posts: Parameters<typeof answeringHours>[0]) =>
  answeringHours(posts, { zone: 'UTC', days: 'weekdays' })

it('an account with much is heard no louder than one with little, and what is not known stays open', () => {
  const posts = [
    ...postsAt('large', 8, 30, 100),
    ...postsAt('large', 19, 30, 300),
    ...postsAt('small', 8, 30, 3),
    ...postsAt('small', 19, 30, 1),
  ]
  const both = hours(posts)
  // Each has one hour where it gets half as much again as usual, and one where it gets half of that.
  expect(both[16]).toBeCloseTo(both[38]!, 1)
  expect(Math.max(...both.map((value) => value ?? 0))).toBe(1)
  expect(both[4]).toBeNull()
  const large = hours(posts.filter(({ account }) => account === 'large'))
  expect(large[16]! / large[38]!).toBeGreaterThan(0.28)
  expect(large[16]! / large[38]!).toBeLessThan(0.45)
})

it('says nothing with too few posts, without any answer, or of days nothing went out on', () => {
  expect(hours([])).toEqual([])
  expect(hours(postsAt('a', 8, 23, 5))).toEqual([])
  expect(hours(postsAt('a', 8, 40, 0))).toEqual([])
  const weekdays = postsAt('a', 8, 40, 5)
  expect(answeringHours(weekdays, { zone: 'UTC', days: 'weekend' })).toEqual([])
  expect(hours([...weekdays, ...postsAt('few', 20, 5, 900)])).toEqual(hours(weekdays))
})

it('is a share of the best hour, whatever the posts are', () => {
  const post = fc.record({
    account: fc.constantFrom('a', 'b'),
    at: fc.integer({ min: 0, max: 2_000 }).map((at) => toInstant(MONDAY + at * HOURS)),
    responses: fc.nat(50),
  })
  fc.assert(
    fc.property(fc.array(post, { maxLength: 120 }), (posts) => {
      const shares = hours(posts)
      expect([0, 48]).toContain(shares.length)
      for (const share of shares) if (share !== null) expect(share >= 0 && share <= 1).toBe(true)
      if (shares.length > 0) expect(Math.max(...shares.map((share) => share ?? 0))).toBe(1)
    }),
    { numRuns: 60 },
  )
})
