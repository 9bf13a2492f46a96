// Groups of posts compared, and when they are read: against SciPy 1.10.1 (values it printed) and simulations.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  byWeekHour,
  compareGroups,
  isOfFirstDays,
  meanOfPosts,
  nextReading,
  responseByHour,
} from '#core/results'
import { drawn } from '../support/drawn'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const post = (group: string, responses: number, account = 'a') => ({ account, group, responses })

describe('groups of posts', () => {
  it('are as SciPy reckons them (gamma quantiles, the beta distribution)', () => {
    const [high, low] = compareGroups([
      ...[4, 6, 5].map((count) => post('x', count)),
      ...[9, 12, 12].map((count) => post('y', count)),
    ])
    const near = (value: number, known: number): void =>
      expect(Math.abs(value / known - 1)).toBeLessThan(1e-6)
    near(low!.ratio.value, 0.71875)
    near(low!.ratio.low, 0.4912343010421413)
    near(low!.ratio.high, 0.9817128189282526)
    near(low!.chanceAbove, 0.011287486336628572)
    near(high!.ratio.value, 1.28125)
    near(high!.ratio.high, 1.6271677848480293)
    near(high!.chanceAbove, 0.9887125136633714)
    expect([high!.group, high!.verdict, low!.verdict]).toEqual(['y', 'better', 'worse'])
  })

  it('are compared within their own account alone', () => {
    // One account gets ten times as much as the other; the kinds are alike on each.
    const results = compareGroups([
      ...[100, 110, 90, 100].map((count) => post('x', count, 'large')),
      ...[10, 11, 9, 10].map((count) => post('y', count, 'small')),
    ])
    for (const { ratio, verdict } of results) {
      expect(Math.abs(ratio.value - 1)).toBeLessThan(0.01)
      expect(verdict).toBe('too few to say')
    }
  })

  it('that are alike are seldom called different, and those that differ are found', () => {
    const { poisson } = drawn(5)
    const runs = 300
    let [wrong, found] = [0, 0]
    for (let run = 0; run < runs; run++) {
      const names = ['k', 'l', 'm', 'n', 'o']
      const alike = names.flatMap((name) => Array.from({ length: 12 }, () => post(name, poisson(6))))
      if (compareGroups(alike).some(({ verdict }) => verdict !== 'too few to say')) wrong++
      const differing = names.flatMap((name) =>
        Array.from({ length: 12 }, () => post(name, poisson(name === 'k' ? 10 : 6))),
      )
      const best = compareGroups(differing).find(({ group }) => group === 'k')!
      if (best.verdict === 'better') found++
    }
    console.info(
      `of ${runs} comparisons of five groups that are alike ${wrong} called one different; of as many with one better ${found} found it`,
    )
    // Each is told at 90% by itself, both ways: one in five, corrected for five at once.
    expect(wrong / runs).toBeLessThan(0.25)
    expect(found / runs).toBeGreaterThan(0.95)
  })

  it('that differ by a few loud posts are not called better', () => {
    // The same sum as ten steady posts, by one that everybody saw.
    const loud = [0, 0, 0, 0, 1, 0, 60, 0, 0, 1].map((count) => post('loud', count))
    const plain = Array.from({ length: 30 }, (_, at) => post('plain', 3 + (at % 3)))
    expect(compareGroups([...loud, ...plain]).map(({ verdict }) => verdict)).toEqual([
      'too few to say',
      'too few to say',
    ])
  })

  it('say how many more posts it takes', () => {
    const results = compareGroups([
      ...[5, 8].map((count) => post('x', count)),
      ...[4, 6].map((count) => post('y', count)),
    ])
    for (const { verdict, needed } of results) {
      expect(verdict).toBe('too few to say')
      expect(needed).toBeGreaterThan(1)
    }
  })

  it('give finite figures for whatever comes', () => {
    const posts = fc.array(
      fc.record({
        account: fc.constantFrom('a', 'b'),
        group: fc.constantFrom('x', 'y', 'z'),
        responses: fc.nat(5000),
      }),
      { maxLength: 40 },
    )
    fc.assert(
      fc.property(posts, (given) => {
        for (const { ratio, chanceAbove, posts: many } of compareGroups(given)) {
          expect([ratio.value, ratio.low, ratio.high, chanceAbove].every(Number.isFinite)).toBe(true)
          expect(ratio.low).toBeLessThanOrEqual(ratio.value + 1e-9)
          expect(ratio.high).toBeGreaterThanOrEqual(ratio.value - 1e-9)
          expect(chanceAbove).toBeGreaterThanOrEqual(0)
          expect(chanceAbove).toBeLessThanOrEqual(1)
          expect(many).toBeGreaterThan(0)
        }
      }),
    )
  })
})

describe('a mean of posts', () => {
  it('is as wide as they differ (SciPy, gamma quantiles)', () => {
    const { value, low, high } = meanOfPosts([0, 2, 30, 41, 5, 3], { mean: 1, weight: 0.5 })
    expect(value).toBeCloseTo(12.538461538461537, 9)
    expect(low).toBeCloseTo(3.9721455862624278, 5)
    expect(high).toBeCloseTo(24.991613079091852, 5)
  })

  it('holds its truth in about nine of ten cases, also where posts differ by more than chance', () => {
    const { next, poisson } = drawn(11)
    let held = 0
    const runs = 2000
    for (let run = 0; run < runs; run++) {
      // Each post has a mean of its own, half to one and a half times the truth.
      const counts = Array.from({ length: 25 }, () => poisson(8 * (0.5 + next())))
      const { low, high } = meanOfPosts(counts, { mean: 1, weight: 0.1 })
      if (low <= 8 && 8 <= high) held++
    }
    console.info(
      `90% intervals of ${runs} means of uneven posts hold the truth in ${((held / runs) * 100).toFixed(1)}%`,
    )
    expect(held / runs).toBeGreaterThan(0.87)
    expect(held / runs).toBeLessThan(0.93)
  })
})

describe('readings', () => {
  it('come soon at first and ever more seldom, for thirty days', () => {
    const sent = Date.UTC(2027, 2, 2, 9, 3)
    const times: number[] = []
    for (let at = nextReading(sent, sent); at !== null; at = nextReading(sent, at)) times.push(at)
    expect(times).toHaveLength(13)
    expect(times[0]! - sent).toBeLessThanOrEqual(20 * 60_000)
    const gaps = times.slice(1).map((time, at) => time - times[at]!)
    expect(gaps.toSorted((a, b) => a - b)).toEqual(gaps)
    expect(times.at(-1)! - sent).toBeGreaterThanOrEqual(30 * DAY)
    expect(times.filter((time) => isOfFirstDays(sent, time)).length).toBe(1)
    // From eight hours on they fall on whole hours, so that one request asks about many posts.
    for (const time of times.slice(3)) expect(time % HOUR).toBe(0)
  })

  it('come as they should where the clock was set back meanwhile', () => {
    const sent = Date.UTC(2027, 2, 2, 9)
    // Asked before it went out, as far as the clock can tell: the first reading, never one in the past.
    for (const back of [1, HOUR, 40 * DAY]) {
      const next = nextReading(sent, sent - back)!
      expect(next).toBe(nextReading(sent, sent))
      expect(isOfFirstDays(sent, sent - back)).toBe(isOfFirstDays(sent, sent))
    }
  })

  it('that were missed are not made up for', () => {
    const sent = Date.UTC(2027, 2, 2, 9)
    const late = sent + 6.5 * DAY
    expect(nextReading(sent, late)).toBe(sent + 7 * DAY)
    expect(nextReading(sent, sent + 31 * DAY)).toBeNull()
    fc.assert(
      fc.property(fc.nat(40 * DAY), (after) => {
        const next = nextReading(sent, sent + after)
        if (next !== null) expect(next).toBeGreaterThan(sent + after)
      }),
    )
  })
})

describe('the week by hour', () => {
  it('is as the zone’s clock showed it, also where it was changed', () => {
    // Lisbon goes from 01:00 to 02:00 on Sunday, 28 March 2027: what went out at 01:30 UTC stands at 02:30.
    const cells = byWeekHour(
      [
        { at: '2027-03-28T00:30:00.000Z', responses: 2 },
        { at: '2027-03-28T01:30:00.000Z', responses: 5 },
        { at: '2027-03-29T01:30:00.000Z', responses: 1 },
        { at: '2027-03-22T02:10:00.000Z', responses: 4 },
      ],
      'Europe/Lisbon',
    )
    expect(cells).toEqual([
      { weekday: 1, hour: 2, posts: 2, responses: 5 },
      { weekday: 7, hour: 0, posts: 1, responses: 2 },
      { weekday: 7, hour: 2, posts: 1, responses: 5 },
    ])
    expect(byWeekHour([], 'UTC')).toEqual([])
  })
})

describe('hours', () => {
  it('say where nothing went out', () => {
    const curve = responseByHour([{ at: '2027-03-02T10:00:00.000Z', responses: 3 }], {
      zone: 'UTC',
      days: 'all',
    })
    expect(curve.filter(({ near }) => near! > 0).map(({ hour }) => hour)).toEqual([9, 9.5, 10, 10.5, 11])
  })
})
