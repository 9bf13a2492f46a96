import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mix } from '#core/results'
import {
  copyDay, evenTimes, lookAhead, movePost, planDifference, planLines, shiftWeek, zoneClock, type PlanInput, type PlanPost, type Timetable,
} from '#core/schedule' // prettier-ignore
import { said } from '../support/said'

const plain = (id: string, more: Partial<PlanPost> = {}): PlanPost => ({
  id, accountId: 'a', pillar: null, fixed: null, follows: null, seriesId: null, notBefore: null, goodUntil: null, firm: true, linkKey: null, ...more,
}) // prettier-ignore
const daily = (...times: string[]): Timetable => ({
  zone: 'UTC',
  except: [],
  slots: ([1, 2, 3, 4, 5, 6, 7] as const).flatMap((weekday) =>
    times.map((time) => ({ id: `${weekday} ${time}`, weekday, time, use: 'any' as const, pillar: null })),
  ),
})
const input = (posts: PlanPost[], more: Partial<PlanInput['accounts'][number]> = {}): PlanInput => ({
  now: '2026-03-02T00:00:00.000Z',
  until: '2026-03-23T00:00:00.000Z',
  settleMinutes: 15,
  lateMinutes: 60,
  sameLinkApartMinutes: 0,
  posts,
  evergreens: [],
  history: [],
  accounts: [
    {
      id: 'a',
      timetable: daily('09:00', '17:00'),
      perDay: null,
      minGapMinutes: 0,
      hold: null,
      repeatAfterDays: null,
      mix: [],
      ...more,
    },
  ],
})
const order = (posts: PlanPost[]): string => planLines(input(posts)).entries.map((entry) => entry.postId).join('') // prettier-ignore
const four = ['a', 'b', 'c', 'd'].map((id) => plain(id))

describe('moving a post', () => {
  it('takes the slot of the post it is put before or after, and the others move along', () => {
    expect(order(movePost(four, 'd', { kind: 'before', id: 'b' }))).toBe('adbc')
    expect(order(movePost(four, 'a', { kind: 'after', id: 'c' }))).toBe('bcad')
    expect(order(movePost(four, 'c', { kind: 'first' }))).toBe('cabd')
    expect(order(movePost(four, 'b', { kind: 'last' }))).toBe('acdb')
  })

  it('gives it a slot or a time of its own, and lets it back into the line', () => {
    const fixed = movePost(four, 'a', { kind: 'slot', at: '2026-03-03T09:00:00.000Z' })
    expect(order(fixed)).toBe('bcad')
    expect(order(movePost(fixed, 'a', { kind: 'line' }))).toBe('abcd')
    expect(planLines(input(movePost(four, 'a', { kind: 'time', at: '2026-03-02T12:34:00.000Z' }))).entries.map((one) => one.at.slice(11, 16))).toEqual(['09:00', '12:34', '17:00', '09:00']) // prettier-ignore
  })

  it('lets two change places, fixed times and all', () => {
    expect(order(movePost(four, 'a', { kind: 'swap', id: 'd' }))).toBe('dbca')
    const fixed = [plain('a', { fixed: { slotAt: '2026-03-04T09:00:00.000Z' } }), ...four.slice(1)]
    const swapped = planLines(input(movePost(fixed, 'b', { kind: 'swap', id: 'a' }))).entries
    expect(swapped.map((one) => `${one.postId} ${one.at.slice(8, 13)}`)).toEqual([
      'a 02T09',
      'c 02T17',
      'd 03T09',
      'b 04T09',
    ])
  })

  it('refuses a post that is not there', () => {
    expect(() => movePost(four, 'z', { kind: 'first' })).toThrow(RangeError)
    expect(() => movePost(four, 'a', { kind: 'before', id: 'z' })).toThrow(RangeError)
  })

  it('keeps every post and the order of those not named', () => {
    const move = fc.oneof(fc.constantFrom('first', 'last', 'line').map((kind) => ({ kind }) as { kind: 'first' }), fc.constantFrom('b', 'c', 'd').map((id) => ({ kind: 'before' as const, id }))) // prettier-ignore
    fc.assert(
      fc.property(move, (to) => {
        const moved = movePost(four, 'a', to)
        expect(moved.map(({ id }) => id).sort()).toEqual(['a', 'b', 'c', 'd'])
        expect(moved.filter(({ id }) => id !== 'a').map(({ id }) => id)).toEqual(['b', 'c', 'd'])
      }),
    )
  })

  it('tells what two plans put elsewhere', () => {
    const moved = planDifference(
      planLines(input(four)),
      planLines(input(movePost(four, 'd', { kind: 'before', id: 'c' }))),
    )
    expect(moved.map(({ id, from, to }) => [id, from?.slice(8, 13), to?.slice(8, 13)])).toEqual([['d', '03T17', '03T09'], ['c', '03T09', '03T17']]) // prettier-ignore
  })
})

describe('ready-made weeks', () => {
  it('spread times evenly between two hours', () => {
    expect(evenTimes(3, '08:00', '20:00')).toEqual(['08:00', '14:00', '20:00'])
    expect(evenTimes(4, '09:00', '17:00')).toEqual(['09:00', '11:40', '14:20', '17:00'])
    expect(evenTimes(1, '08:00', '20:00')).toEqual(['14:00'])
    expect(evenTimes(0, '08:00', '20:00')).toEqual([])
    expect(evenTimes(5, '20:00', '08:00')).toEqual([])
  })

  it('have so many different times, in order, within the hours', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 24 }),
        fc.integer({ min: 0, max: 11 }),
        fc.integer({ min: 12, max: 23 }),
        (count, from, to) => {
          const times = evenTimes(count, `${String(from).padStart(2, '0')}:00`, `${to}:00`)
          expect(new Set(times).size).toBe(times.length)
          expect([...times].sort()).toEqual(times)
          expect(times.every((time) => /^\d\d:\d[05]$/.test(time))).toBe(true)
          expect(times.length).toBeLessThanOrEqual(count)
          if ((to - from) * 12 >= count * 2) expect(times).toHaveLength(count)
        },
      ),
    )
  })

  it('shift over midnight into the next day, and back again', () => {
    const week = [{ weekday: 7 as const, time: '23:50', use: 'any' as const, pillar: null }]
    expect(shiftWeek(week, 20)).toMatchObject([{ weekday: 1, time: '00:10' }])
    expect(shiftWeek(shiftWeek(week, 20), -20)).toEqual(week)
  })

  it('copy a day onto others in place of what they had', () => {
    const week = [{ weekday: 1 as const, time: '09:00' }, { weekday: 1 as const, time: '17:00' }, { weekday: 2 as const, time: '12:00' }].map((one) => ({ ...one, use: 'any' as const, pillar: null })) // prettier-ignore
    const copied = copyDay(week, 1, [1, 2, 3])
    expect(copied.map(({ weekday, time }) => `${weekday} ${time}`)).toEqual([
      '1 09:00',
      '1 17:00',
      '2 09:00',
      '2 17:00',
      '3 09:00',
      '3 17:00',
    ])
  })
})

describe('looking ahead', () => {
  const kinds = (given: PlanInput): string[] => lookAhead(given, planLines(given)).map(({ kind }) => kind)

  it('names a hold, a missing timetable, a line that ends, empty days and crowded ones', () => {
    expect(kinds(input([], { hold: { until: null } }))).toEqual(['hold'])
    expect(kinds(input([plain('a')], { timetable: daily() }))).toEqual(['no-timetable', 'no-place'])
    expect(kinds(input([plain('a')]))).toEqual(['line-ends', 'empty-day'])
    const crowd = ['10', '11', '12'].map((hour) =>
      plain(hour, { fixed: { at: `2026-03-05T${hour}:00:00.000Z` } }),
    )
    expect(kinds(input(crowd, { perDay: 2 }))).toContain('full-day')
  })

  it('names posts out of date, not approved soon, and links that come twice', () => {
    const posts = [
      plain('old', { goodUntil: '2026-03-02T08:00:00.000Z' }),
      plain('raw', { firm: false }),
      plain('one', { linkKey: 'x' }),
      plain('two', { linkKey: 'x' }),
    ]
    const found = lookAhead(input(posts), planLines(input(posts)))
    expect(found.find(({ kind }) => kind === 'out-of-date')?.postId).toBe('old')
    expect(found.find(({ kind }) => kind === 'not-firm-soon')?.postId).toBe('raw')
    expect(found.find(({ kind }) => kind === 'link-twice')?.postId).toBe('two')
    for (const { message } of said(found)) expect(message).toMatch(/^[A-Z0-9].+\.$/)
  })

  it('names a pillar above its share where fixed times put it there', () => {
    const posts = Array.from({ length: 6 }, (_, at) =>
      plain(`${at}`, { pillar: at < 3 ? 'own' : 'sky', fixed: { at: `2026-03-0${at + 2}T10:00:00.000Z` } }),
    )
    const found = lookAhead(
      input(posts, { mix: [{ pillar: 'own', maxShare: 0.2, windowDays: 7 }] }),
      planLines(input(posts)),
    )
    expect(
      said(found)
        .filter(({ kind }) => kind === 'mix')
        .map(({ message }) => message),
    ).toEqual(['50% of the posts of 7 days, where 20% are the most.'])
  })
})

describe('the mix', () => {
  it('counts shares of the days that end now', () => {
    const posts = ['own', 'own', 'sky', 'sky', 'sky'].map((pillar, at) => ({
      pillar,
      at: `2026-03-0${at + 1}T12:00:00.000Z`,
    }))
    const parts = mix(posts, {
      now: '2026-03-05T12:00:00.000Z',
      windowDays: 4,
      ceilings: { own: 0.2, explainers: 0.5 },
    })
    expect(parts).toEqual([
      { pillar: 'sky', count: 3, share: 0.75, ceiling: null },
      { pillar: 'own', count: 1, share: 0.25, ceiling: 0.2 },
      { pillar: 'explainers', count: 0, share: 0, ceiling: 0.5 },
    ])
    expect(mix([], { now: '2026-03-05T12:00:00.000Z', windowDays: 4, ceilings: {} })).toEqual([])
  })
})

describe('a zone’s clock', () => {
  it('adds days by the clock and hours by time that passes', () => {
    const clock = zoneClock('Europe/Lisbon', Date.UTC(2026, 2, 1), Date.UTC(2026, 3, 10))
    const at = Date.parse('2026-03-28T09:00:00Z')
    expect(new Date(clock.add(at, { days: 1 })).toISOString()).toBe('2026-03-29T08:00:00.000Z')
    expect(new Date(clock.add(at, { hours: 24 })).toISOString()).toBe('2026-03-29T09:00:00.000Z')
    expect(() => zoneClock('Nowhere/Else', 0, 1)).toThrow(RangeError)
  })
})
