// Better times and posts that stand out: by simulations from what invented readers truly do, and SciPy
// 1.10.1.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { betterTimes, rankPosts, responseByHour, suggestTimes } from '#core/results'
import { READERS } from '../../standins/readers'
import { drawn } from '../support/drawn'

const HOUR = 3_600_000
const DAY = 24 * HOUR
const BEGIN = Date.UTC(2027, 2, 1)
const WISH = { count: 3, minGapMinutes: 120, from: '06:00', to: '23:00', zone: 'UTC', days: 'all' } as const

/**
 * Of seven posts with 4, 6, 5, 9, 12, 0 and 6 responses: `gamma.sf` and `gamma.ppf` of the first and
 * last.
 */
const SCIPY = {
  above: 0.9389379824950919,
  value: 1.5116279069767442,
  low: 0.9733694519496296,
  below: 0.018876250577626652,
}

/**
 * What a post truly gets by the half hour, round the clock: readers of the hour, two in a hundred
 * respond.
 */
const truthOf = (host: string) => {
  const { byHour } = READERS[host]!
  return (hour: number): number => {
    const [before, part] = [Math.floor(hour) % 24, hour % 1]
    return (byHour[before]! * (1 - part) + byHour[(before + 1) % 24]! * part) * 0.04
  }
}

/** Posts at hours drawn by `hourOf`, each answered by a truth of its own round the truth of its hour. */
function history(
  random: ReturnType<typeof drawn>,
  many: number,
  truth: (hour: number) => number,
  hourOf: () => number = () => Math.floor(random.next() * 36) / 2 + 6,
) {
  return Array.from({ length: many }, (_, at) => {
    const hour = hourOf()
    return {
      at: new Date(BEGIN + Math.floor(at / 3) * DAY + hour * HOUR).toISOString(),
      // Half of it or one and a half times, as posts differ by what they say.
      responses: random.poisson(truth(hour) * (0.5 + random.next())),
    }
  })
}

describe('times suggested', () => {
  const hosts = Object.keys(READERS)

  it('earn nine tenths of the best possible ones, by what invented readers truly do', () => {
    const random = drawn(11)
    for (const host of hosts) {
      const truth = truthOf(host)
      const sum = (times: { time: string }[]): number =>
        times.reduce((all, { time }) => all + truth(Number(time.slice(0, 2)) + Number(time.slice(3)) / 60), 0)
      const possible = sum(
        suggestTimes(
          Array.from({ length: 48 }, (_, at) => ({
            hour: at / 2,
            mean: truth(at / 2),
            low: 0,
            high: 0,
            weight: 1,
          })),
          WISH,
        ),
      )
      let earned = 0
      for (let round = 0; round < 10; round++)
        earned += sum(betterTimes(history(random, 84, truth), { ...WISH, slots: ['09:00'] })!.times)
      expect(earned / 10 / possible, host).toBeGreaterThan(0.9)
    }
  })

  it('are called better by chance in fewer than one of ten, and where they are, nearly always', () => {
    const random = drawn(5)
    let [falsely, rightly] = [0, 0]
    for (let round = 0; round < 100; round++) {
      const alike = betterTimes(
        history(random, 60, () => 8),
        { ...WISH, slots: ['09:00', '13:00', '18:00'] },
      )!
      if (alike.verdict === 'better') falsely++
      if (round % 4 > 0) continue
      const found = betterTimes(history(random, 84, truthOf('mantel.example')), {
        ...WISH,
        slots: ['07:00', '11:00'],
      })!
      if (found.verdict === 'better') rightly++
    }
    // Ten in a hundred, and what a hundred rounds may differ by.
    expect(falsely).toBeLessThanOrEqual(17)
    expect(rightly).toBeGreaterThanOrEqual(24)
  }, 30_000)

  it('promise no more than they keep', () => {
    const random = drawn(8)
    for (const truth of [() => 8, truthOf('chatterbrook.example'), truthOf('guildhall.example')]) {
      let [promised, kept] = [0, 0]
      for (let round = 0; round < 24; round++) {
        const found = betterTimes(history(random, 60, truth), {
          ...WISH,
          slots: ['09:00', '13:00', '18:00'],
        })!
        promised += found.then
        for (const { time } of found.times)
          kept += truth(Number(time.slice(0, 2)) + Number(time.slice(3)) / 60) / found.times.length
      }
      expect(promised / kept).toBeLessThan(1.05)
      expect(promised / kept).toBeGreaterThan(0.65)
    }
  })

  it('are none that nothing is known of, keep their gap and bounds, and are the same at each call', () => {
    const random = drawn(3)
    fc.assert(
      fc.property(
        fc.integer({ min: 6, max: 60 }),
        fc.integer({ min: 1, max: 5 }),
        fc.integer({ min: 0, max: 6 }),
        (many, count, gap) => {
          const posts = history(random, many, truthOf('commonfire.example'))
          const wish = { ...WISH, count, minGapMinutes: gap * 60, from: '08:00', to: '20:00', slots: [] }
          const found = betterTimes(posts, wish)!
          expect(betterTimes(posts, wish)).toEqual(found)
          const minutes = found.times.map(({ time }) => Number(time.slice(0, 2)) * 60 + Number(time.slice(3)))
          for (const [at, time] of minutes.entries()) {
            expect(time >= 480 && time <= 1200).toBe(true)
            expect(found.times[at]!.near).toBeGreaterThan(0)
            if (at > 0) expect(time - minutes[at - 1]!).toBeGreaterThanOrEqual(gap * 60)
          }
          expect(found.then).toBeGreaterThanOrEqual(found.now)
          expect(found.byChance > 0 && found.byChance <= 1).toBe(true)
        },
      ),
      { numRuns: 15 },
    )
  })

  it('are none with too few posts, and say how many more it takes', () => {
    const random = drawn(2)
    expect(
      betterTimes(
        history(random, 5, () => 8),
        { ...WISH, slots: [] },
      ),
    ).toBeNull()
    expect(
      betterTimes(
        history(random, 20, () => 8),
        { ...WISH, from: '03:00', to: '04:00', slots: [] },
      ),
    ).toBeNull()
    const needed = Array.from({ length: 40 }, () =>
      betterTimes(history(random, 14, truthOf('lanternway.example')), { ...WISH, slots: ['18:00'] })!,
    ).flatMap((found) => (found.verdict === 'too few to say' ? [found.needed] : []))
    expect(needed.length).toBeGreaterThan(0)
    for (const one of needed) expect(one === null || (one >= 1 && one <= 500)).toBe(true)
    expect(needed.some((one) => one !== null)).toBe(true)
  })

  it('are as good as there are where they are those there are', () => {
    const posts = Array.from({ length: 40 }, (_, at) => ({
      at: new Date(BEGIN + at * DAY + (at % 2 === 0 ? 9 : 20) * HOUR).toISOString(),
      responses: at % 2 === 0 ? 3 : 30,
    }))
    const [best] = betterTimes(posts, { ...WISH, count: 1, slots: [] })!.times
    const found = betterTimes(posts, { ...WISH, count: 1, slots: [best!.time] })!
    expect([found.verdict, found.then, found.needed]).toEqual(['as good', found.now, null])
  })
})

describe('the curve by hour', () => {
  it('holds what is true in its intervals of 90% at least 85 times of a hundred', () => {
    const random = drawn(21)
    let [inside, all] = [0, 0]
    for (const host of Object.keys(READERS)) {
      const truth = truthOf(host)
      for (let round = 0; round < 30; round++)
        for (const { hour, low, high, near } of responseByHour(history(random, 112, truth), {
          zone: 'UTC',
          days: 'all',
        })) {
          if (!near || hour < 7 || hour > 22) continue
          all++
          if (truth(hour) >= low && truth(hour) <= high) inside++
        }
    }
    console.log(
      `hour curve: ${all} intervals of 90%, ${((inside / all) * 100).toFixed(1)}% hold what is true`,
    )
    expect(inside / all).toBeGreaterThan(0.85)
  })
})

describe('posts that stand out', () => {
  it('are as SciPy reckons them (the gamma distribution)', () => {
    const counts = [4, 6, 5, 9, 12, 0, 6].map((responses, at) => ({
      post: `p${at}`,
      account: 'a',
      responses,
    }))
    const ranked = rankPosts(counts)
    const near = (value: number, known: number): void =>
      expect(Math.abs(value / known - 1)).toBeLessThan(1e-6)
    expect(ranked.map(({ post }) => post)).toEqual(['p4', 'p3', 'p1', 'p6', 'p2', 'p0', 'p5'])
    near(ranked[0]!.chanceAbove, SCIPY.above)
    near(ranked[0]!.ratio.value, SCIPY.value)
    near(ranked[0]!.ratio.low, SCIPY.low)
    near(ranked.at(-1)!.chanceAbove, SCIPY.below)
    expect([ranked[0]!.verdict, ranked[3]!.verdict, ranked.at(-1)!.verdict]).toEqual([
      'better',
      'too few to say',
      'worse',
    ])
  })

  it('are so in truth, nine of ten of them, however many are looked at', () => {
    const random = drawn(9)
    let [called, right] = [0, 0]
    for (let round = 0; round < 20; round++) {
      const truths = Array.from({ length: 120 }, () => 0.4 + random.next() ** 2 * 1.8)
      const usual = truths.reduce((sum, one) => sum + one, 0) / truths.length
      const ranked = rankPosts(
        truths.map((truth, at) => ({
          post: String(at),
          account: at % 2 ? 'x' : 'y',
          responses: random.poisson(truth * (at % 2 ? 6 : 20)),
        })),
      )
      for (const { post, verdict } of ranked) {
        if (verdict === 'too few to say') continue
        called++
        if (truths[Number(post)]! > usual === (verdict === 'better')) right++
      }
    }
    console.log(
      `posts that stand out: ${called} called, ${((right / called) * 100).toFixed(1)}% of them rightly`,
    )
    expect(called).toBeGreaterThan(300)
    expect(right / called).toBeGreaterThan(0.9)
  })

  it('are none among posts that are alike, and none on accounts with fewer than five', () => {
    const random = drawn(4)
    const alike = rankPosts(
      Array.from({ length: 300 }, (_, at) => ({
        post: String(at),
        account: 'a',
        responses: random.poisson(10),
      })),
    )
    expect(alike.filter(({ verdict }) => verdict !== 'too few to say').length).toBeLessThan(15)
    expect(
      rankPosts([1, 50, 3, 2].map((responses, at) => ({ post: String(at), account: 'a', responses }))),
    ).toEqual([])
    expect(
      rankPosts([0, 0, 0, 0, 0, 0].map((responses, at) => ({ post: String(at), account: 'a', responses }))),
    ).toEqual([])
  })

  it('count all the times they went out together', () => {
    const counts = Array.from({ length: 30 }, (_, at) => ({
      post: `p${at % 10}`,
      account: at < 15 ? 'a' : 'b',
      responses: at % 10 === 3 ? 1 : at < 15 ? 10 : 20,
    }))
    const ranked = rankPosts(counts)
    expect([ranked.length, ranked.at(-1)!.post, ranked.at(-1)!.sent, ranked.at(-1)!.verdict]).toEqual([
      10,
      'p3',
      3,
      'worse',
    ])
  })
})
