import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  echoTimes,
  planLines,
  slotsBetween,
  spreadTimes,
  type PlanInput,
  type PlanPost,
  type Timetable,
} from '#core/schedule'
import { said } from '../support/said'

const WEEK = [1, 2, 3, 4, 5, 6, 7] as const
const daily = (times: string[], zone = 'UTC'): Timetable => ({
  zone,
  except: [],
  slots: WEEK.flatMap((weekday) =>
    times.map((time) => ({ id: `${weekday}-${time}`, weekday, time, use: 'any' as const, pillar: null })),
  ),
})
const post = (id: string, more: Partial<PlanPost> = {}): PlanPost => ({
  id,
  accountId: 'a',
  pillar: null,
  fixed: null,
  follows: null,
  seriesId: null,
  notBefore: null,
  goodUntil: null,
  firm: true,
  linkKey: null,
  ...more,
})
const posts = (count: number): PlanPost[] => Array.from({ length: count }, (_, at) => post(`p${at}`))
const input = (
  more: Partial<PlanInput> & { timetable?: Timetable; perDay?: number | null; minGapMinutes?: number } = {},
): PlanInput => {
  const { timetable = daily(['04:00', '11:00', '21:00']), perDay = null, minGapMinutes = 0, ...rest } = more
  return {
    now: '2026-03-02T00:00:00.000Z', until: '2026-03-30T00:00:00.000Z', settleMinutes: 15, lateMinutes: 60, sameLinkApartMinutes: 0, posts: [], evergreens: [], history: [],
    accounts: [{ id: 'a', timetable, perDay, minGapMinutes, hold: null, repeatAfterDays: null, mix: [] }],
    ...rest,
  } // prettier-ignore
}

describe('slotsBetween', () => {
  const at = (zone: string, time: string, from: string, to: string): string[] =>
    slotsBetween(daily([time], zone), from, to).map((slot) => slot.at)

  it('reads a skipped time with the offset before the gap (RFC 5545 §3.3.5)', () => {
    expect(at('America/New_York', '02:30', '2007-03-11T00:00:00Z', '2007-03-12T00:00:00Z')).toEqual([
      '2007-03-11T07:30:00.000Z',
    ])
  })

  it('takes the first of a doubled time (RFC 5545 §3.3.5)', () => {
    expect(at('America/New_York', '01:30', '2007-11-04T04:00:00Z', '2007-11-05T04:00:00Z')).toEqual([
      '2007-11-04T05:30:00.000Z',
    ])
  })

  it('keeps the wall clock over a change of the season', () => {
    expect(at('Europe/Lisbon', '07:00', '2026-03-28T00:00:00Z', '2026-03-30T12:00:00Z')).toEqual([
      '2026-03-28T07:00:00.000Z',
      '2026-03-29T06:00:00.000Z',
      '2026-03-30T06:00:00.000Z',
    ])
  })

  it('takes exceptions by date: none, others, more', () => {
    const timetable = {
      ...daily(['09:00']),
      except: [
        { date: '2026-03-03', action: 'none' as const, slots: [] },
        {
          date: '2026-03-04',
          action: 'add' as const,
          slots: [{ time: '12:00', use: 'any' as const, pillar: null }],
        },
      ],
    }
    expect(
      slotsBetween(timetable, '2026-03-02T00:00:00Z', '2026-03-05T00:00:00Z').map((slot) => [
        slot.at,
        slot.slotId,
      ]),
    ).toEqual([
      ['2026-03-02T09:00:00.000Z', '1-09:00'],
      ['2026-03-04T09:00:00.000Z', '3-09:00'],
      ['2026-03-04T12:00:00.000Z', '2026-03-04T12:00'],
    ])
  })
})

describe('planLines', () => {
  it('puts ten posts into slots at 04:00, 11:00 and 21:00 over four days, in order (common practice)', () => {
    const { entries } = planLines(input({ posts: posts(10) }))
    expect(entries.map((entry) => entry.postId)).toEqual(posts(10).map((one) => one.id))
    expect(entries.map((entry) => entry.at.slice(8, 13))).toEqual([
      '02T04',
      '02T11',
      '02T21',
      '03T04',
      '03T11',
      '03T21',
      '04T04',
      '04T11',
      '04T21',
      '05T04',
    ])
  })

  it('has sent 20 posts at 7 a day on the third day (common practice)', () => {
    const hourly = daily(Array.from({ length: 24 }, (_, hour) => `${String(hour).padStart(2, '0')}:30`))
    const { entries } = planLines(input({ timetable: hourly, perDay: 7, posts: posts(20) }))
    expect(entries.at(-1)!.at.slice(0, 10)).toBe('2026-03-04')
  })

  it('keeps fixed times exactly, warns of what they break, and lets the moving post yield', () => {
    const fixed = post('f', { fixed: { at: '2026-03-02T10:50:00.000Z' } })
    const plan = planLines(input({ minGapMinutes: 30, perDay: 2, posts: [post('m'), post('n'), fixed] }))
    expect(plan.entries.map((entry) => [entry.postId, entry.at])).toEqual([
      ['m', '2026-03-02T04:00:00.000Z'],
      ['f', '2026-03-02T10:50:00.000Z'],
      ['n', '2026-03-03T04:00:00.000Z'],
    ])
    expect(said(plan.open[0]!.reason)).toMatch(/minutes away|its 2 posts/)
  })

  it('sends a slot missed by a little now, and leaves one missed by more', () => {
    const at = (now: string): string => planLines(input({ now, posts: [post('p')] })).entries[0]!.at
    expect(at('2026-03-02T04:30:00.000Z')).toBe('2026-03-02T04:30:00.000Z')
    expect(at('2026-03-02T05:30:00.000Z')).toBe('2026-03-02T11:00:00.000Z')
  })

  it('lets an unapproved post starve nobody', () => {
    const plan = planLines(
      input({ now: '2026-03-02T03:50:00.000Z', posts: [post('draft', { firm: false }), post('firm')] }),
    )
    expect(plan.entries.map((entry) => [entry.postId, entry.at.slice(11, 13)])).toEqual([
      ['firm', '04'],
      ['draft', '11'],
    ])
  })

  it('says why what has no slot has none', () => {
    const plan = planLines(
      input({
        posts: [
          post('old', { goodUntil: '2026-03-02T03:00:00.000Z' }),
          post('past', { fixed: { at: '2026-03-01T00:00:00.000Z' } }),
          post('gone', { fixed: { slotAt: '2026-03-02T05:00:00.000Z' } }),
        ],
      }),
    )
    expect(Object.fromEntries(plan.unplaced.map((one) => [one.postId, one.code]))).toEqual({
      old: 'good-until',
      past: 'past',
      gone: 'no-slot',
    })
    plan.unplaced.forEach((one) => expect(said(one.message)).toMatch(/^[A-Z].+\.$/))
  })

  // What may never happen, whatever the line (engine rules).
  const made = fc.record({
    count: fc.nat(40),
    perDay: fc.option(fc.integer({ min: 1, max: 5 })),
    minGapMinutes: fc.constantFrom(0, 60, 200, 600),
    times: fc.uniqueArray(fc.constantFrom('00:10', '06:00', '06:45', '09:10', '12:30', '17:30', '23:50'), {
      minLength: 1,
    }),
    zone: fc.constantFrom('UTC', 'Europe/Lisbon', 'America/Toronto', 'Asia/Kathmandu'),
    fixed: fc.array(fc.integer({ min: 0, max: 27 * 24 * 60 }), { maxLength: 4 }),
    unfirm: fc.nat(5),
  })
  const inputOf = ({
    count,
    perDay,
    minGapMinutes,
    times,
    zone,
    fixed,
    unfirm,
  }: typeof made extends fc.Arbitrary<infer T> ? T : never): PlanInput =>
    input({
      timetable: daily(times, zone),
      perDay,
      minGapMinutes,
      posts: [
        ...posts(count).map((one, at) => ({ ...one, firm: at % 6 !== unfirm })),
        ...fixed.map((minutes, at) =>
          post(`f${at}`, { fixed: { at: new Date(Date.UTC(2026, 2, 2) + minutes * 60_000).toISOString() } }),
        ),
      ],
    })

  it('never gives a slot twice, breaks a limit by a moving post, or loses a post', () => {
    fc.assert(
      fc.property(made, (settings) => {
        const given = inputOf(settings)
        const { entries, unplaced } = planLines(given)
        const slots = entries.flatMap((entry) => (entry.slotId ? [entry.at] : []))
        expect(new Set(slots).size).toBe(slots.length)
        expect(entries.length + unplaced.length).toBe(given.posts.length)
        const isFixed = (id: string | null): boolean => id?.startsWith('f') ?? false
        const format = new Intl.DateTimeFormat('en-CA', { timeZone: settings.zone })
        const days = new Map(entries.map((entry) => [entry, format.format(new Date(entry.at))]))
        for (const entry of entries.filter((one) => !isFixed(one.postId))) {
          const others = entries.filter((one) => one !== entry)
          for (const other of others) {
            if (!isFixed(other.postId))
              expect(Math.abs(Date.parse(other.at) - Date.parse(entry.at))).toBeGreaterThanOrEqual(
                settings.minGapMinutes * 60_000,
              )
          }
          const sameDay = others.filter((one) => days.get(one) === days.get(entry))
          if (settings.perDay !== null && !sameDay.some((one) => isFixed(one.postId)))
            expect(sameDay.length + 1).toBeLessThanOrEqual(settings.perDay)
        }
      }),
    )
  })

  it('keeps the order of the line, and gives the same plan for the same input', () => {
    fc.assert(
      fc.property(made, (settings) => {
        const given = inputOf({ ...settings, unfirm: 9 })
        const plan = planLines(given)
        const moving = plan.entries
          .filter((entry) => !entry.postId!.startsWith('f'))
          .map((entry) => Number(entry.postId!.slice(1)))
        expect(moving).toEqual([...moving].sort((a, b) => a - b))
        expect(planLines(structuredClone(given))).toEqual(plan)
        expect(structuredClone(plan)).toEqual(plan)
      }),
    )
  })

  it('empties a line by one post a slot as time goes by, however late each look at it is', () => {
    const look = fc.integer({ min: 1, max: 50 * 60_000 })
    fc.assert(
      fc.property(made, fc.array(look, { minLength: 10, maxLength: 40 }), (settings, looks) => {
        let given = inputOf({ ...settings, minGapMinutes: 0, perDay: null })
        const used: string[] = []
        for (const wait of looks) {
          const now = new Date(Date.parse(given.now) + wait).toISOString()
          const due = planLines({ ...given, now }).entries.filter((entry) => entry.firm && entry.at <= now)
          expect(due.filter((entry) => entry.slotId !== null && entry.slotAt === null)).toEqual([])
          used.push(...due.flatMap((entry) => entry.slotAt ?? []))
          const sent = due.map((entry) => ({
            accountId: entry.accountId,
            at: entry.at,
            slotAt: entry.slotAt,
            postId: entry.postId,
            evergreenId: null,
            wording: 0,
            pillar: null,
            linkKey: null,
            seriesId: null,
          }))
          given = {
            ...given,
            now,
            history: [...given.history, ...sent],
            posts: given.posts.filter((post) => !due.some((entry) => entry.postId === post.id)),
          }
        }
        expect(new Set(used).size).toBe(used.length)
      }),
      { numRuns: 40 },
    )
  })

  it('moves no other post when one is lined up last', () => {
    fc.assert(
      fc.property(made, (settings) => {
        const given = inputOf(settings)
        const before = planLines(given).entries
        const after = planLines({ ...given, posts: [...given.posts, post('last')] }).entries.filter(
          (entry) => entry.postId !== 'last',
        )
        expect(after).toEqual(before)
      }),
    )
  })
})

describe('series', () => {
  it('echoes at +8 hours, +1 day and +7 days (common practice), the wall clock kept', () => {
    expect(
      echoTimes('2026-03-27T09:00:00.000Z', [{ hours: 8 }, { days: 1 }, { days: 7 }], 'Europe/Lisbon'),
    ).toEqual(['2026-03-27T17:00:00.000Z', '2026-03-28T09:00:00.000Z', '2026-04-03T08:00:00.000Z'])
  })

  it('five sends four days apart end 16 days after the first (common practice)', () => {
    expect(spreadTimes('2026-03-02T09:00:00.000Z', 5, { days: 4 }, 'UTC').at(-1)).toBe(
      '2026-03-18T09:00:00.000Z',
    )
  })
})
