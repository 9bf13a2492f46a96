// Results in numbers, against SciPy 1.10.1 and statsmodels 0.13.5 (values they printed) and published tables.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  benjaminiHochberg,
  compareRates,
  differenceOfRates,
  holm,
  isBurst,
  mean,
  rate,
  responseByHour,
  suggestTimes,
  type HourCurve,
} from '#core/results'
import {
  betaBelow,
  betaQuantile,
  gammaBelow,
  gammaQuantile,
  logGamma,
  normalQuantile,
} from '#core/results/special'

/** Equal to one part in a million, or nearer. */
const expectNear = (value: number, known: number): void =>
  expect(Math.abs(value - known), `${value} and ${known}`).toBeLessThan(1e-6 * Math.max(1, Math.abs(known)))

describe('a burst of clicks', () => {
  const seconds = (count: number): number[] => Array.from({ length: count }, (_, at) => 1_000_000 + at * 1000)

  it('is told by how many came within a minute, of a browser and of a place', () => {
    const last = 1_000_000 + 30_000
    expect([isBurst(seconds(29), last, 'browser'), isBurst(seconds(30), last, 'browser')]).toEqual([
      false,
      true,
    ])
    expect(isBurst(seconds(30), last + 60_000, 'browser')).toBe(false)
    const many = Array.from({ length: 300 }, () => last)
    expect([isBurst(many.slice(1), last, 'place'), isBurst(many, last, 'place')]).toEqual([false, true])
  })
})

describe('functions of probability, against SciPy', () => {
  it.each([
    [0.1, 2.252712651734206],
    [0.5, 0.5723649429247],
    [1, 0],
    [3.7, 1.428072326665388],
    [42.5, 115.90007047041453],
    [10_000, 82_099.71749644238],
  ])('gammaln(%d)', (x, known) => expectNear(logGamma(x), known))

  it.each([
    [0.5, 0.2, 0.47291074313446196],
    [3, 2.5, 0.45618688411667035],
    [3, 9, 0.9937678048936227],
    [120, 100, 0.02823039396486565],
    [5000, 5100, 0.9206711189223811],
  ])('gammainc(%d, %d)', (shape, x, known) => expectNear(gammaBelow(shape, x), known))

  it.each([
    [0.05, 0.5, 0.001966070000009761],
    [0.95, 0.5, 1.920729410347062],
    [0.05, 3, 0.8176914471639534],
    [0.95, 42.5, 53.76087048535973],
    [0.5, 1200, 1199.6666831325804],
    [0.975, 9, 15.763189220193313],
  ])('gamma.ppf(%d, %d)', (part, shape, known) => expectNear(gammaQuantile(part, shape), known))

  it.each([
    [0.5, 0],
    [0.9, 1.2815515655446004],
    [0.95, 1.6448536269514722],
    [0.975, 1.959963984540054],
    [0.001, -3.090232306167813],
  ])('norm.ppf(%d)', (part, known) => expectNear(normalQuantile(part), known))

  it.each([
    [2, 3, 0.4, 0.5248],
    [0.5, 0.5, 0.1, 0.2048327646991335],
    [57, 15, 0.8, 0.5471841228602963],
    [900, 1200, 0.43, 0.5534312308966167],
  ])('betainc(%d, %d, %d)', (a, b, x, known) => expectNear(betaBelow(a, b, x), known))

  it.each([
    [0.05, 2, 3, 0.09761146288641434],
    [0.95, 57, 15, 0.8650249388033782],
    [0.5, 1, 9, 0.07412528771270957],
  ])('beta.ppf(%d, %d, %d)', (part, a, b, known) => expectNear(betaQuantile(part, a, b), known))
})

describe('rates', () => {
  it('have the intervals of Newcombe (1998), Table I, method 3', () => {
    const table = [
      [81, 263, 0.2553, 0.3662],
      [15, 148, 0.0624, 0.1605],
      [0, 20, 0, 0.1611],
      [1, 29, 0.0061, 0.1718],
    ] as const
    for (const [successes, trials, low, high] of table) {
      const found = rate(successes, trials, 0.95)
      expect([found.low.toFixed(4), found.high.toFixed(4)]).toEqual([low.toFixed(4), high.toFixed(4)])
    }
  })

  it('and those of statsmodels (proportion_confint, wilson) at 90%', () => {
    const known = [
      [81, 263, 0.2633136171884814, 0.35656634960848815],
      [0, 20, 0, 0.11915783736096455],
      [1, 29, 0.007730807972737994, 0.14068309513251215],
      [29, 29, 0.9146665485165832, 1],
    ] as const
    for (const [successes, trials, low, high] of known) {
      const found = rate(successes, trials)
      expectNear(found.low, low)
      expectNear(found.high, high)
    }
  })

  it('of no trials are anything', () => expect(rate(0, 0)).toEqual({ value: 0.5, low: 0, high: 1 }))

  it('differ as statsmodels says (confint_proportions_2indep, newcomb) at 95%', () => {
    const known = [
      [56, 70, 48, 80, 0.05243, 0.33387],
      [9, 10, 3, 10, 0.17052, 0.80902],
      [5, 56, 0, 29, -0.03814, 0.19256],
      [0, 10, 0, 20, -0.16113, 0.27753],
      [10, 10, 0, 20, 0.67909, 1],
    ] as const
    for (const [s1, t1, s2, t2, low, high] of known) {
      const found = differenceOfRates({ successes: s1, trials: t1 }, { successes: s2, trials: t2 }, 0.95)
      expect([found.low.toFixed(4), found.high.toFixed(4)]).toEqual([low.toFixed(4), high.toFixed(4)])
    }
  })

  it('are compared by the chance that one is above the other, against SciPy’s integral', () => {
    const known = [
      [5, 10, 7, 10, 0.8065015479876156],
      [0, 4, 1, 3, 0.8333333333333331],
      [48, 80, 56, 70, 0.995929538976857],
      [300, 4000, 340, 4000, 0.9502794882520935],
      [9, 10, 3, 10, 0.0037593984962406004],
    ] as const
    for (const [s1, t1, s2, t2, chance] of known)
      expectNear(
        compareRates({ successes: s1, trials: t1 }, { successes: s2, trials: t2 }).chanceBBetter,
        chance,
      )
  })

  it('and nothing is called better below 90%, and better and worse are each other’s mirror', () => {
    const trials = fc
      .tuple(fc.nat(60), fc.nat(60))
      .map(([successes, more]) => ({ successes, trials: successes + more }))
    fc.assert(
      fc.property(trials, trials, (a, b) => {
        const [there, back] = [compareRates(a, b), compareRates(b, a)]
        expectNear(there.chanceBBetter + back.chanceBBetter, 1)
        expect(there.verdict === 'better').toBe(there.chanceBBetter >= 0.9)
        if (there.verdict === 'better' && there.chanceBBetter > 0.9 + 1e-9) expect(back.verdict).toBe('worse')
      }),
    )
  })
})

describe('means of counts', () => {
  it('lean to what was thought before where there is little', () => {
    expect(mean([], { mean: 4, weight: 5 }).value).toBe(4)
    const few = mean([20], { mean: 4, weight: 5 })
    const many = mean(
      Array.from({ length: 200 }, () => 20),
      { mean: 4, weight: 5 },
    )
    expect([few.value < 7, many.value > 19]).toEqual([true, true])
    expect(few.high - few.low).toBeGreaterThan(many.high - many.low)
  })

  it('of nothing, with nothing thought before, are anything', () =>
    expect(mean([], { mean: 0, weight: 0 })).toEqual({ value: 0, low: 0, high: Number.POSITIVE_INFINITY }))

  it('have the true mean in nine of ten intervals', () => {
    const next = randomFrom(20_271_128)
    const groups = 2000
    let held = 0
    for (let group = 0; group < groups; group++) {
      const truth = 2 + 10 * next()
      const counts = Array.from({ length: 6 + Math.floor(10 * next()) }, () => poisson(truth, next))
      const { low, high } = mean(counts, { mean: 7, weight: 0.1 })
      if (low <= truth && truth <= high) held++
    }
    expect(held / groups).toBeGreaterThan(0.88)
    expect(held / groups).toBeLessThan(0.92)
  })
})

describe('many comparisons at once', () => {
  const chances = [0.001, 0.2, 0.03, 0.03, 0.5, 0.012, 0.9]

  it('are corrected as statsmodels does (multipletests: holm, fdr_bh)', () => {
    const [byHolm, byRate] = [
      [0.007, 0.6, 0.15, 0.15, 1, 0.072, 1],
      [0.007, 0.28, 0.0525, 0.0525, 0.5833333333333334, 0.042, 0.9],
    ]
    holm(chances).forEach((value, at) => expectNear(value, byHolm[at]!))
    benjaminiHochberg(chances).forEach((value, at) => expectNear(value, byRate[at]!))
  })

  it('stay in their order and in 0 to 1, Holm’s never below the other’s', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 30 }), (given) => {
        const [strict, mild] = [holm(given), benjaminiHochberg(given)]
        given.forEach((chance, at) => {
          expect(mild[at]).toBeGreaterThanOrEqual(chance - 1e-12)
          expect(strict[at]).toBeGreaterThanOrEqual(mild[at]! - 1e-12)
          expect(strict[at]).toBeLessThanOrEqual(1)
        })
      }),
    )
  })
})

describe('response by hour', () => {
  const day = (hour: number, date = '2026-06-03'): string =>
    new Date(Date.parse(`${date}T00:00:00Z`) + hour * 3_600_000).toISOString()
  const POSTS: [number, number][] = [
    [8, 3],
    [8.5, 5],
    [9.25, 4],
    [12, 1],
    [12.5, 0],
    [17.75, 9],
    [18, 12],
    [23.5, 2],
  ]
  const posts = POSTS.map(([hour, responses]) => ({ at: day(hour), responses }))

  it('is smoothed round the clock as SciPy’s von Mises kernel and gamma quantiles say', () => {
    const curve = responseByHour(posts, { zone: 'UTC', days: 'all' })
    const known = [
      [0, 3.2583827766679723, 1.4805905300034707, 5.598113653924772, 0.9486659790930109],
      [8, 4.05507456591052, 2.563619461381609, 5.825230850822059, 2.7122451386800432],
      [12.5, 1.9110975387312008, 0.860931274014971, 3.296707144279117, 2.122153466190727],
      [18, 8.490858112397333, 5.93245371380103, 11.425278981569994, 1.9948934195575865],
      [23.5, 3.2685999262408862, 1.4897349514917069, 5.607663125862655, 1.0059501751158513],
    ] as const
    for (const [hour, middle, low, high, weight] of known) {
      const point = curve.find((one) => one.hour === hour)!
      const pairs = [
        [point.mean, middle],
        [point.low, low],
        [point.high, high],
        [point.weight, weight],
      ] as const
      for (const [value, other] of pairs) expectNear(value, other)
    }
  })

  it('is by the clock of the zone, also on the days it is changed', () => {
    // 03:30 in Lisbon: before, on and after the day that summer time begins there (29 March 2026).
    const spring = [
      { at: '2026-03-28T03:30:00Z', responses: 9 },
      { at: '2026-03-29T02:30:00Z', responses: 9 },
      { at: '2026-03-30T02:30:00Z', responses: 9 },
    ]
    const curve = responseByHour(spring, { zone: 'Europe/Lisbon', days: 'all' })
    expect(curve.reduce((most, one) => (one.weight > most.weight ? one : most)).hour).toBe(3.5)
    expect(Math.max(...curve.map(({ weight }) => weight))).toBeCloseTo(3, 9)
  })

  it('tells working days from weekends, and nothing from nothing', () => {
    const both = [...posts, { at: day(10, '2026-06-06'), responses: 50 }]
    expect(responseByHour(both, { zone: 'UTC', days: 'weekdays' })).toEqual(
      responseByHour(posts, { zone: 'UTC', days: 'weekdays' }),
    )
    const [highest] = responseByHour(both, { zone: 'UTC', days: 'weekend' }).toSorted(
      (a, b) => b.mean - a.mean,
    )
    expect(highest!.mean).toBeCloseTo(50, 6)
    expect(responseByHour([], { zone: 'UTC', days: 'all' })).toEqual([])
  })

  it('is less sure where posts differ more than by chance', () => {
    const even = Array.from({ length: 40 }, (_, at) => ({ at: day(10), responses: at % 2 === 0 ? 9 : 11 }))
    const wild = Array.from({ length: 40 }, (_, at) => ({ at: day(10), responses: at % 10 === 0 ? 100 : 0 }))
    const widthAt = (given: typeof even): number => {
      const { low, high } = responseByHour(given, { zone: 'UTC', days: 'all' }).find(
        ({ hour }) => hour === 10,
      )!
      return high - low
    }
    expect(widthAt(wild)).toBeGreaterThan(5 * widthAt(even))
  })
})

describe('suggested times', () => {
  const curveOf = (means: number[]): HourCurve =>
    means.map((value, at) => ({ hour: at / 2, mean: value, low: 0, high: 0, weight: 1 }))
  const minutes = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3))
  const isApart = (times: number[], gap: number): boolean =>
    times.every((one, at) =>
      times
        .slice(at + 1)
        .every((other) => Math.min(Math.abs(one - other), 1440 - Math.abs(one - other)) >= gap),
    )
  /** The most that any set of so many gives, by trying all of them. */
  function bestOfAll(curve: HourCurve, count: number, gap: number): number {
    let most = -1
    const choose = (from: number, chosen: number[], sum: number): void => {
      if (chosen.length === count) {
        if (isApart(chosen, gap)) most = Math.max(most, sum)
        return
      }
      for (let at = from; at < curve.length; at++)
        choose(at + 1, [...chosen, curve[at]!.hour * 60], sum + curve[at]!.mean)
    }
    choose(0, [], 0)
    return most
  }

  it('are the best set of all that keep the gap, round the day', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(20), { minLength: 48, maxLength: 48 }),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(30, 60, 180, 420),
        (means, count, gap) => {
          const curve = curveOf(means)
          const found = suggestTimes(curve, { count, minGapMinutes: gap, from: '00:00', to: '23:30' })
          expect(found).toHaveLength(count)
          expect(
            isApart(
              found.map(({ time }) => minutes(time)),
              gap,
            ),
          ).toBe(true)
          expect(found.reduce((sum, { expected }) => sum + expected, 0)).toBeCloseTo(
            bestOfAll(curve, count, gap),
            9,
          )
        },
      ),
      { numRuns: 40 },
    )
  })

  it('are no sum of the best hours one by one', () => {
    const means = Array.from({ length: 48 }, () => 1)
    means[18] = 9 // 09:00
    means[20] = 10 // 10:00
    means[22] = 9 // 11:00
    const found = suggestTimes(curveOf(means), { count: 2, minGapMinutes: 120, from: '06:00', to: '22:00' })
    expect(found.map(({ time }) => time)).toEqual(['09:00', '11:00'])
  })

  it('lie within the hours that are wanted, also over midnight, and are fewer where no more fit', () => {
    const curve = curveOf(Array.from({ length: 48 }, (_, at) => at))
    const at = (from: string, to: string, count: number, gap: number) =>
      suggestTimes(curve, { count, minGapMinutes: gap, from, to }).map(({ time }) => time)
    expect(at('08:00', '09:00', 5, 30)).toEqual(['08:00', '08:30', '09:00'])
    expect(at('23:00', '01:00', 2, 60)).toEqual(['01:00', '23:30'])
    expect(at('08:00', '09:00', 2, 600)).toEqual(['09:00'])
    expect(suggestTimes([], { count: 3, minGapMinutes: 30, from: '00:00', to: '23:30' })).toEqual([])
  })
})

/** Numbers from 0 to 1 that are the same at every run (mulberry32). */
function randomFrom(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

function poisson(mean: number, next: () => number): number {
  const end = Math.exp(-mean)
  let [count, product] = [0, next()]
  while (product > end) {
    count++
    product *= next()
  }
  return count
}
