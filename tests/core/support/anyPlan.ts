import fc from 'fast-check'
import type { PlanInput, PlanPost, Timetable } from '#core/schedule'

// Plans of all kinds, for properties: short, crowded, and about a change of the clocks.

const START = Date.UTC(2026, 2, 24)
const MINUTE = 60_000
export const instant = (minutes: number): string => new Date(START + minutes * MINUTE).toISOString()

const seldom = <T>(some: fc.Arbitrary<T>): fc.Arbitrary<T | null> =>
  fc.oneof({ weight: 4, arbitrary: fc.constant(null) }, { weight: 1, arbitrary: some })

// Times that meet each other, minutes apart, and lie about the last Sunday of March, when Europe's clocks go
// forward.
const time = fc.constantFrom('00:10', '01:30', '06:00', '06:20', '09:10', '12:30', '17:30', '23:50')
const use = fc.constantFrom('any', 'any', 'pillar', 'free')
export const pillar = fc.constantFrom('p', 'q')
const slot = fc.record({ weekday: fc.constantFrom(1, 2, 3, 4, 5, 6, 7), time, use, pillar })
export const minutes = (days: number) =>
  fc.integer({ min: 0, max: days * 24 * 4 }).map((quarter) => instant(quarter * 15))
const offset = fc.oneof(
  fc.record({ hours: fc.constantFrom(1, 8, 30) }),
  fc.record({ days: fc.constantFrom(1, 2) }),
  fc.record({ weeks: fc.constant(1) }),
)

const timetable: fc.Arbitrary<Timetable> = fc.record({
  zone: fc.constantFrom('UTC', 'Europe/Lisbon', 'America/Toronto'),
  slots: fc
    .uniqueArray(slot, { minLength: 4, maxLength: 24, selector: (one) => `${one.weekday} ${one.time}` })
    .map((list) =>
      list.map((one, at) => ({
        ...one,
        id: `s${at}`,
        weekday: one.weekday as 1,
        use: one.use as 'any',
        pillar: one.use === 'pillar' ? one.pillar : null,
      })),
    ),
  except: fc.array(
    fc.record({
      date: fc.constantFrom('2026-03-26', '2026-03-29', '2026-04-01'),
      action: fc.constantFrom('none', 'replace', 'add') as fc.Arbitrary<'none'>,
      slots: fc.constant([{ time: '15:15', use: 'any' as const, pillar: null }]),
    }),
    { maxLength: 1 },
  ),
})
const account = (id: string) =>
  fc.record({
    id: fc.constant(id),
    timetable,
    perDay: fc.constantFrom(null, null, 0, 1, 2, 3, 3),
    minGapMinutes: fc.constantFrom(0, 0, 30, 240, 900),
    hold: fc.oneof(
      { weight: 8, arbitrary: fc.constant(null) },
      { weight: 1, arbitrary: fc.record({ until: fc.option(minutes(6)) }) },
    ),
    repeatAfterDays: seldom(fc.integer({ min: 1, max: 5 })),
    mix: fc.array(
      fc.record({
        pillar,
        maxShare: fc.constantFrom(0.2, 0.34, 0.5, 0.7),
        windowDays: fc.constantFrom(2, 7),
      }),
      { maxLength: 1 },
    ),
  })
export const post = fc.record({
  accountId: fc.constantFrom('a', 'b'),
  pillar: fc.option(pillar),
  fixed: fc.oneof(
    { weight: 5, arbitrary: fc.constant(null) },
    { weight: 1, arbitrary: fc.record({ at: minutes(14) }) },
    {
      weight: 1,
      arbitrary: fc.record({
        slotAt: fc.constantFrom(
          '2026-03-26T09:10:00.000Z',
          '2026-03-29T11:30:00.000Z',
          '2026-03-30T06:00:00.000Z',
        ),
      }),
    },
  ),
  follows: seldom(fc.record({ id: fc.nat(14).map((at) => `n${at}`), after: offset })),
  seriesId: seldom(fc.constant('series')),
  notBefore: seldom(minutes(8)),
  goodUntil: seldom(minutes(14)),
  firm: fc.constantFrom(true, true, true, false),
  linkKey: fc.constantFrom(null, 'link one', 'link two', 'link three'),
})
const evergreen = fc.record({
  accountId: fc.constantFrom('a', 'b'),
  pillar,
  wordings: fc.integer({ min: 1, max: 3 }),
  linkKey: fc.option(fc.constantFrom('link one', 'link four')),
  minDaysBetween: fc.integer({ min: 0, max: 6 }),
  endsAt: seldom(minutes(10)),
  timesLeft: fc.option(fc.nat(3)),
  since: seldom(minutes(4)),
})
const sent = fc.record({
  accountId: fc.constantFrom('a', 'b'),
  ago: fc.integer({ min: 0, max: 6 * 96 }),
  postId: fc.option(fc.nat(30).map((at) => `n${at + 10}`)),
  wording: fc.nat(2),
  pillar: fc.option(pillar),
  linkKey: fc.option(fc.constantFrom('link one', 'link two')),
})
export const anyInput: fc.Arbitrary<PlanInput> = fc
  .record({
    now: fc.integer({ min: 0, max: 3 * 24 * 60 }).map(instant),
    settleMinutes: fc.constantFrom(0, 15, 120),
    lateMinutes: fc.constantFrom(0, 60),
    sameLinkApartMinutes: fc.constantFrom(0, 60, 600),
    accounts: fc.tuple(account('a'), account('b')),
    posts: fc.array(post, { minLength: 3, maxLength: 18 }),
    evergreens: fc.array(evergreen, { maxLength: 4 }),
    history: fc.uniqueArray(sent, { maxLength: 6, selector: (one) => one.ago }),
  })
  .map(({ posts, evergreens, history, now, ...rest }) => ({
    ...rest,
    now,
    until: instant(14 * 24 * 60),
    posts: posts.map((one, at): PlanPost => ({ ...one, id: `n${at}` })),
    evergreens: evergreens.map((one, at) => ({ ...one, id: `e${at}` })),
    history: history.map(({ ago, ...one }) => ({
      ...one,
      at: new Date(Date.parse(now) - ago * 15 * MINUTE).toISOString(),
      evergreenId: one.postId === null ? 'e0' : null,
      seriesId: null,
    })),
  }))
