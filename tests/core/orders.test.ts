// Spreads and ceilings are held by a second implementation that looks at every minute and every article; the
// rest by properties.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DAY, MINUTE } from '#core/instant'
import { localDay } from '#core/post/localDay'
import {
  cutAtWord,
  decide,
  fillPattern,
  loopsOf,
  parsePattern,
  PatternError,
  runOrders,
  spreadOver,
  tidied,
  type OrderArticle,
  type OrderCondition,
  type OwnTime,
  type RunArticle,
  type RunOrder,
} from '#core/orders'
import { parseWatch } from '#core/watch'

const NOW = '2027-03-02T09:00:00.000Z'
const ANY: OrderCondition = {
  ...{ query: null, maxAgeHours: null, minWords: null, maxWords: null, languages: [], regions: [] },
  ...{ minOutlets: null, minScore: null, minResponses: null, needsPicture: false, notShared: false },
}
const ARTICLE: OrderArticle = {
  ...{
    title: 'Two fireballs, one night',
    body: 'The cameras agree.',
    author: 'Ada Kern',
    source: 'Low Lamp',
  },
  ...{ url: 'https://lowlamp.example/1', language: 'en-GB', region: 'Alentejo', categories: [] },
  ...{ publishedAt: '2027-03-01T09:00:00.000Z', outlets: 2, responses: 5 },
  ...{ words: 300, score: 0.5, hasPicture: true, shared: false },
}

describe('what an order takes', () => {
  it('holds where every part does, and names the first that does not', () => {
    const failedOf = (condition: Partial<OrderCondition>, article: Partial<OrderArticle> = {}) =>
      decide({ ...ANY, ...condition }, { ...ARTICLE, ...article }, { now: NOW }).failed
    expect(decide(ANY, ARTICLE, { now: NOW })).toEqual({ holds: true, failed: null })
    expect(failedOf({ query: parseWatch('fireball') })).toBeNull()
    expect(failedOf({ query: parseWatch('comet'), needsPicture: true }, { hasPicture: false })).toBe('query')
    expect(failedOf({ maxAgeHours: 24 })).toBeNull()
    expect(failedOf({ maxAgeHours: 23 })).toBe('age')
    expect(failedOf({ maxAgeHours: 1 }, { publishedAt: null })).toBeNull()
    expect(failedOf({ minWords: 301 })).toBe('words')
    expect(failedOf({ maxWords: 299 })).toBe('words')
    expect(failedOf({ languages: ['en'] })).toBeNull()
    expect(failedOf({ languages: ['pt', 'de'] })).toBe('language')
    expect(failedOf({ languages: ['pt'] }, { language: null })).toBe('language')
    expect(failedOf({ regions: ['alentejo '] })).toBeNull()
    expect(failedOf({ regions: ['Algarve'] })).toBe('region')
    expect(failedOf({ minOutlets: 3 })).toBe('outlets')
    expect(failedOf({ minScore: 0.6 })).toBe('score')
    expect(failedOf({ minScore: 0 }, { score: null })).toBe('score')
    expect(failedOf({ minResponses: 6 })).toBe('responses')
    expect(failedOf({ needsPicture: true, notShared: true }, { hasPicture: false, shared: true })).toBe(
      'picture',
    )
    expect(failedOf({ notShared: true }, { shared: true })).toBe('shared')
  })
})

const faultOf = (pattern: string): [string, number] | null => {
  try {
    parsePattern(pattern)
    return null
  } catch (error) {
    return error instanceof PatternError ? [error.fault, error.at] : [String(error), -1]
  }
}
const FIELDS = {
  ...{ title: 'Two fireballs, one night', author: null, source: 'Low Lamp', date: '2 March' },
  tags: ['Night sky', 'meteors', '2027'],
  text: 'Both were seen. Nobody heard anything at all. A camera did.',
}

/** Half of a character. */
const LONE = /\p{Surrogate}/u

describe('patterns', () => {
  it('have fields, fallbacks, lists, cuts and braces', () => {
    expect(fillPattern('{title}, says {author|source}', FIELDS)).toBe(
      'Two fireballs, one night, says Low Lamp',
    )
    expect(fillPattern('{title:14}', FIELDS)).toBe('Two fireballs…')
    expect(fillPattern('{title:80}', FIELDS)).toBe('Two fireballs, one night')
    expect(fillPattern('{text:48.}', FIELDS)).toBe('Both were seen. Nobody heard anything at all.')
    expect(fillPattern('{text:10.}', FIELDS)).toBe('Both were…')
    expect(fillPattern('{tags#} {tags}', FIELDS)).toBe('#nightsky #meteors Night sky, meteors, 2027')
    expect(fillPattern('{{title}} {author}', FIELDS)).toBe('{title} ')
    expect(tidied(fillPattern('{title}\n{author} · {tags#}\n\n\n\n{author}', { ...FIELDS, tags: [] }))).toBe(
      'Two fireballs, one night',
    )
  })

  it('say where they are wrong', () => {
    expect(faultOf('All right: {title} {best sentence:180} {{}}')).toBeNull()
    expect(faultOf('A {title')).toEqual(['open', 2])
    expect(faultOf('A {ti{tle}')).toEqual(['open', 2])
    expect(faultOf('A title}')).toEqual(['close', 7])
    expect(faultOf('{title|}')).toEqual(['empty', 7])
    expect(faultOf('{}')).toEqual(['empty', 1])
    expect(faultOf('{title|  outlet}')).toEqual(['unknown-field', 9])
    expect(faultOf('{title:0}')).toEqual(['length', 7])
    expect(faultOf('{title:many}')).toEqual(['length', 7])
    expect(() => fillPattern('{toString}', FIELDS)).toThrow(PatternError)
  })

  it('give back any text whose braces are doubled, and cut no text longer than asked', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), fc.integer({ min: 1, max: 60 }), (text, most) => {
        expect(fillPattern(text.replace(/[{}]/g, '$&$&'), {})).toBe(text)
        const cut = cutAtWord(text, most)
        expect(cut.length).toBeLessThanOrEqual(Math.max(most, 1))
        if (!LONE.test(text)) expect(cut).not.toMatch(LONE)
        if (text.length <= most) expect(cut).toBe(text)
      }),
    )
  })
})

const ZONES = ['Europe/Lisbon', 'America/St_Johns', 'Asia/Kathmandu', 'Australia/Lord_Howe', 'UTC']
const time = fc
  .tuple(fc.integer({ min: 0, max: 23 }), fc.constantFrom('00', '20', '30'))
  .map(([hour, minute]) => `${String(hour).padStart(2, '0')}:${minute}`)
const ownTime = fc.record<OwnTime>({ weekday: fc.option(fc.constantFrom(...([1, 5, 6, 7] as const))), time })
/** About the days on which clocks change, as on any others. */
const instant = (days: number) =>
  fc
    .tuple(
      fc.constantFrom('2027-03-12', '2027-03-27', '2027-04-02', '2027-10-30', '2027-11-06', '2027-06-10'),
      fc.integer({ min: 0, max: days * 24 * 60 }),
    )
    .map(([day, minutes]) => Date.parse(`${day}T00:00:00Z`) + minutes * MINUTE)
const text = (at: number): string => new Date(at).toISOString()

describe('spreading posts', () => {
  it('gives the earliest lawful minutes, as trying each minute does', () => {
    fc.assert(
      fc.property(
        instant(2),
        fc.array(fc.integer({ min: 0, max: 3 * 24 * 60 }), { minLength: 1, maxLength: 6 }),
        fc.array(fc.integer({ min: -600, max: 4 * 24 * 60 }), { maxLength: 3 }),
        fc.record({
          zone: fc.constantFrom(...ZONES),
          perDay: fc.integer({ min: 1, max: 4 }),
          minGapMinutes: fc.constantFrom(0, 30, 180, 600),
          between: fc.option(fc.record({ from: time, to: time })),
          // Seldom: weeks of minutes are to be tried.
          times: fc.oneof(
            { weight: 14, arbitrary: fc.constant<OwnTime[]>([]) },
            { weight: 1, arbitrary: fc.array(ownTime, { minLength: 1, maxLength: 2 }) },
          ),
        }),
        (from, items, taken, how) => {
          // Times of its own that the window never holds leave no place.
          const given = {
            ...how,
            between: how.times.length > 0 ? null : how.between,
            from: text(from),
            taken: taken.map((minutes) => text(from + minutes * MINUTE)),
          }
          const wanted = items.map((minutes, at) => ({ id: String(at), at: text(from + minutes * MINUTE) }))
          expect(spreadOver(wanted, given)).toEqual(minuteByMinute(wanted, given))
        },
      ),
      { numRuns: 500 },
    )
  })

  it('refuses what leaves no place', () => {
    const how = { from: NOW, zone: 'UTC', perDay: 0, minGapMinutes: 0, between: null, taken: [] }
    expect(() => spreadOver([], how)).toThrow(RangeError)
    expect(() =>
      spreadOver([{ id: 'a', at: NOW }], { ...how, perDay: 1, between: { from: '25:00', to: '26:00' } }),
    ).toThrow(RangeError)
  })
})

/**
 * The wall clock as the platform has it, `YYYY-MM-DD, HH:MM`; the same minutes are asked for again and
 * again.
 */
const clocks = new Map<string, { format: Intl.DateTimeFormat; known: Map<number, string> }>()
function wallClock(zone: string, at: number): string {
  let clock = clocks.get(zone)
  if (!clock) {
    const format = new Intl.DateTimeFormat('en-CA', {
      ...({ timeZone: zone, dateStyle: 'short', timeStyle: 'short', hourCycle: 'h23' } as const),
    })
    clocks.set(zone, (clock = { format, known: new Map() }))
  }
  const known = clock.known.get(at) ?? clock.format.format(at)
  clock.known.set(at, known)
  return known
}

function minuteByMinute(
  items: { id: string; at: string }[],
  how: Parameters<typeof spreadOver>[1],
): { id: string; at: string }[] {
  const isWithin = (at: number): boolean => {
    const [day, local] = wallClock(how.zone, at).split(', ') as [string, string]
    const weekday = ((new Date(`${day}T12:00:00Z`).getUTCDay() + 6) % 7) + 1
    if (
      how.times?.length &&
      !how.times.some((own) => own.time === local && (own.weekday ?? weekday) === weekday)
    )
      return false
    if (how.between === null || how.between.from === how.between.to) return true
    const { from, to } = how.between
    return from < to ? local >= from && local < to : local >= from || local < to
  }
  const dayOf = (at: number): string => wallClock(how.zone, at).slice(0, 10)
  const out = how.taken.map((at) => Date.parse(at))
  let last = Date.parse(how.from)
  return items.map(({ id, at }) => {
    let minute = Math.max(last, Date.parse(at))
    const isFree = (): boolean =>
      out.every((one) => Math.abs(one - minute) >= how.minGapMinutes * MINUTE) &&
      isWithin(minute) &&
      out.filter((one) => dayOf(one) === dayOf(minute)).length < how.perDay
    while (!isFree()) minute += MINUTE
    out.push(minute)
    last = minute
    return { id, at: text(minute) }
  })
}

const order = (id: string, more: Partial<RunOrder> = {}): RunOrder => ({
  ...{ id, condition: ANY, butOwn: false, notTaken: true, makesPosts: true, perDay: null, spread: null },
  goodForHours: null,
  ...more,
})
const came = (id: string, seenAt: string, more: Partial<RunArticle> = {}): RunArticle => ({
  ...ARTICLE,
  ...{ id, seenAt, publishedAt: seenAt, orderIds: ['a', 'b'], own: false, taken: false },
  ...more,
})
const NOTHING = { zone: 'Europe/Lisbon', brandPerDay: null, done: [], spread: {} }

describe('orders at work', () => {
  it('take an article in their order, and leave it with the first reason', () => {
    const decisions = runOrders(
      [
        order('a', { condition: { ...ANY, query: parseWatch('fireball') }, perDay: 1 }),
        order('b', { butOwn: true }),
      ],
      [
        came('1', NOW),
        came('2', NOW),
        came('3', NOW, { title: 'Comet', own: true }),
        came('4', NOW, { taken: true }),
      ],
      NOTHING,
      NOW,
    )
    expect(decisions.map(({ orderId, articleId, failed }) => `${orderId}${articleId} ${failed}`)).toEqual([
      ...['a1 null', 'b1 taken', 'a2 order-full', 'b2 null', 'a3 query', 'b3 own', 'a4 taken', 'b4 taken'],
    ])
  })

  it('leave what would be stale when its turn came', () => {
    const spread = { perDay: 1, minGapMinutes: 0, between: { from: '08:00', to: '20:00' } }
    const decisions = runOrders(
      [order('a', { spread, goodForHours: 30 })],
      ['1', '2', '3'].map((id) => came(id, NOW)),
      { ...NOTHING, spread: { a: ['2027-03-02T08:30:00.000Z'] } },
      NOW,
    )
    expect(decisions.map(({ failed, notBefore }) => failed ?? notBefore)).toEqual([
      ...['2027-03-03T08:00:00.000Z', 'stale', 'stale'],
    ])
  })

  it('keep to every ceiling on every day, as counting each article does', () => {
    const seen = fc.array(fc.integer({ min: 0, max: 5 * 24 * 60 }), { minLength: 1, maxLength: 40 })
    const ceiling = fc.option(fc.integer({ min: 1, max: 4 }))
    fc.assert(
      fc.property(
        ...([instant(1), seen, ceiling, ceiling, ceiling, fc.boolean(), fc.constantFrom(...ZONES)] as const),
        (from, minutes, forA, forB, forAll, bMakes, zone) => {
          const articles = [...minutes]
            .sort((a, b) => a - b)
            .map((minute, at) => came(String(at), text(from + minute * MINUTE)))
          const orders = [
            order('a', { perDay: forA }),
            order('b', { perDay: forB, makesPosts: bMakes, notTaken: bMakes }),
          ]
          const state = { ...NOTHING, zone, brandPerDay: forAll }
          const made = runOrders(orders, articles, state, null).filter(({ failed }) => failed === null)
          const expected: string[] = []
          const count = new Map<string, number>()
          const add = (key: string): void => void count.set(key, (count.get(key) ?? 0) + 1)
          const full = (key: string, most: number | null): boolean =>
            most !== null && (count.get(key) ?? 0) >= most
          for (const { id, seenAt } of articles) {
            const day = localDay(seenAt, zone)
            let isTaken = false
            for (const { id: orderId, perDay, makesPosts } of orders) {
              const isLeft = (makesPosts && (isTaken || full(day, forAll))) || full(orderId + day, perDay)
              if (isLeft) continue
              expected.push(`${orderId} ${id}`)
              add(orderId + day)
              if (makesPosts) add(day)
              isTaken ||= makesPosts
            }
          }
          expect(made.map(({ orderId, articleId }) => `${orderId} ${articleId}`)).toEqual(expected)
          expect(new Set(expected).size).toBe(expected.length)
        },
      ),
      { numRuns: 500 },
    )
  })

  it('count what was done before, in the brand’s own days', () => {
    const before = [{ orderId: 'a', at: '2027-03-01T23:30:00.000Z', isPost: true }]
    const failedIn = (zone: string) =>
      runOrders([order('a', { perDay: 1 })], [came('1', NOW)], { ...NOTHING, zone, done: before }, NOW)[0]!
        .failed
    expect(failedIn('Europe/Lisbon')).toBeNull()
    expect(failedIn('Europe/Berlin')).toBe('order-full')
  })

  it('know who sets off whom', () => {
    const one = (id: string, waitsFor: string[], puts: string[]) => ({ id, waitsFor, puts })
    expect(loopsOf([one('a', ['x'], ['y']), one('b', ['y'], ['x']), one('c', ['y'], ['z'])])).toEqual([
      ['a', 'b'],
    ])
    expect(loopsOf([one('a', ['x'], ['x'])])).toEqual([['a']])
    expect(loopsOf([one('a', ['x'], ['y']), one('b', ['y'], ['z'])])).toEqual([])
  })
})

it('spreads a thousand posts of one order without slowing down', () => {
  const spread = { perDay: 20, minGapMinutes: 20, between: { from: '08:00', to: '20:00' } }
  const articles = Array.from({ length: 1000 }, (_, at) => came(String(at), NOW))
  const made = runOrders([order('a', { spread })], articles, NOTHING, NOW)
  expect(made.every(({ failed }) => failed === null)).toBe(true)
  expect(Date.parse(made.at(-1)!.notBefore!) - Date.parse(NOW)).toBeGreaterThan(48 * DAY)
})
