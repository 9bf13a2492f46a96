import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { planLines, type PlanInput, type PlanPost, type Timetable } from '#core/schedule'
import { anyInput, instant, post as anyPost } from './support/anyPlan'
import { planByForce } from './support/planByForce'
import { said } from '../support/said'

const MINUTE = 60_000
const DAY = 24 * 60 * MINUTE

describe('the plan', () => {
  it('is what trying every slot against everything gives', () => {
    let placedBy = 0
    fc.assert(
      fc.property(anyInput, (input) => {
        const plan = planLines(input)
        const force = planByForce(input)
        const line = (one: {
          accountId: string
          at: string
          id: string | null
          evergreenId: string | null
          wording: number
          slotAt: string | null
        }): string => [one.accountId, one.at, one.slotAt, one.id, one.evergreenId, one.wording].join(' ')
        const iso = (ms: number | null): string | null => (ms === null ? null : new Date(ms).toISOString())
        const expected = force.placed.map((one) =>
          line({ ...one, at: iso(one.at)!, slotAt: iso(one.slotAt) }),
        )
        expect(plan.entries.map((one) => line({ ...one, id: one.postId })).sort()).toEqual(expected.sort())
        expect(plan.unplaced.map((one) => one.postId).sort()).toEqual(force.left.sort())
        placedBy += expected.length
      }),
      { numRuns: 1500 },
    )
    expect(placedBy).toBeGreaterThan(6_000)
  }, 60_000)

  it('says why in a sentence, for every entry, open slot and refusal', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const plan = planLines(input)
        const message = [
          ...plan.entries.flatMap((one) => [one.reason, ...one.warnings]),
          ...plan.open.map((one) => one.reason),
          ...plan.unplaced.map((one) => one.message),
        ]
        for (const one of said(message)) expect(one).toMatch(/^[A-Z].+\.$/)
      }),
    )
  })

  it('places those who waited for one further back in the order of their line, whoever they waited for', () => {
    const post = (id: string, follows: string | null): PlanPost => ({
      id,
      accountId: 'a',
      pillar: null,
      fixed: null,
      follows: follows === null ? null : { id: follows, after: { hours: 1 } },
      seriesId: null,
      notBefore: null,
      goodUntil: null,
      firm: true,
      linkKey: null,
    })
    const slots = ['06:00', '09:10', '12:30', '17:30'].map((time, at) => ({
      id: `s${at}`,
      weekday: 4 as const,
      time,
      use: 'any' as const,
      pillar: null,
    }))
    const { entries } = planLines({
      settleMinutes: 0,
      lateMinutes: 0,
      sameLinkApartMinutes: 0,
      accounts: [
        {
          id: 'a',
          timetable: { zone: 'UTC', slots, except: [] },
          perDay: null,
          minGapMinutes: 0,
          hold: null,
          repeatAfterDays: null,
          mix: [],
        },
      ],
      now: instant(0),
      until: instant(14 * 24 * 60),
      posts: [post('first', 'last'), post('second', 'last'), post('third', 'first'), post('last', null)],
      evergreens: [],
      history: [],
    })
    expect(entries.map(({ postId }) => postId)).toEqual(['last', 'first', 'second', 'third'])
  })

  it('has a place or a reason for every post, and no slot twice', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const { entries, unplaced, open } = planLines(input)
        const own = entries.filter((one) => one.postId !== null)
        expect([...own.map((one) => `${one.postId}`), ...unplaced.map((one) => one.postId)].sort()).toEqual(
          input.posts.map((one) => one.id).sort(),
        )
        const slots = [
          ...entries.flatMap((one) => (one.slotAt ? [`${one.accountId} ${one.slotAt}`] : [])),
          ...open.map((one) => `${one.accountId} ${one.at}`),
        ]
        expect(new Set(slots).size).toBe(slots.length)
      }),
    )
  })

  it('never fills a slot kept free, one of another pillar or one within a hold, unless the time was chosen', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const chosen = new Set(input.posts.flatMap((one) => (one.fixed ? [one.id] : [])))
        for (const entry of planLines(input).entries) {
          const { hold, timetable: own } = input.accounts.find((one) => one.id === entry.accountId)!
          expect(hold !== null && (hold.until === null || entry.at < hold.until)).toBe(false)
          if (entry.postId !== null && chosen.has(entry.postId)) continue
          const of = own.slots.find((one) => one.id === entry.slotId)
          const found =
            input.posts.find((one) => one.id === entry.postId) ??
            input.evergreens.find((one) => one.id === entry.evergreenId)
          if (of) expect(of.use === 'any' || (of.use === 'pillar' && of.pillar === found!.pillar)).toBe(true)
          expect(entry.slotId).not.toBeNull()
        }
      }),
    )
  })

  it('moves no other post when one is lined up last, though an evergreen may yield', () => {
    fc.assert(
      fc.property(anyInput, anyPost, (input, last) => {
        const others = (more: PlanPost[]) => planLines({ ...input, posts: [...input.posts, ...more] }).entries.filter((one) => one.postId !== null && one.postId !== 'last') // prettier-ignore
        expect(others([{ ...last, fixed: null, id: 'last' }])).toEqual(others([]))
      }),
    )
  })

  it('is the same for the same input, and can be handed to a worker', () => {
    fc.assert(
      fc.property(anyInput, (input) => {
        const plan = planLines(input)
        expect(planLines(structuredClone(input))).toEqual(plan)
        expect(structuredClone(plan)).toEqual(plan)
      }),
    )
  })

  it('sends nothing twice when the clock goes backwards', () => {
    fc.assert(
      fc.property(anyInput, fc.integer({ min: 1, max: 3 * 24 * 60 }), (input, back) => {
        const due = planLines(input).entries.filter((one) => one.postId !== null && one.firm).slice(0, 3) // prettier-ignore
        const gone = due.map((one) => ({ accountId: one.accountId, at: one.at, slotAt: one.slotAt, postId: one.postId, evergreenId: null, wording: 0, pillar: null, linkKey: null, seriesId: null })) // prettier-ignore
        const now = new Date(Date.parse(input.now) - back * MINUTE).toISOString()
        const posts = input.posts.filter((one) => !due.some((entry) => entry.postId === one.id))
        const again = planLines({ ...input, now, posts, history: [...input.history, ...gone] })
        for (const entry of again.entries)
          if (entry.slotAt)
            expect(gone.map((one) => `${one.accountId} ${one.slotAt}`)).not.toContain(
              `${entry.accountId} ${entry.slotAt}`,
            )
      }),
    )
  })
})

describe('check values of common practice', () => {
  const daily = (times: string[], more: Partial<Timetable['slots'][number]> = {}): Timetable => ({
    zone: 'UTC',
    except: [],
    slots: ([1, 2, 3, 4, 5, 6, 7] as const).flatMap((weekday) => times.map((at) => ({ id: `${weekday}-${at}`, weekday, time: at, use: 'any' as const, pillar: null, ...more }))), // prettier-ignore
  })
  const week = (times: { weekday: 1 | 2 | 3 | 4 | 5 | 6; time: string }[]): Timetable => ({
    ...daily([]),
    slots: times.map((one) => ({ ...one, id: `${one.weekday}`, use: 'pillar' as const, pillar: 'p' })),
  })
  const base = (own: Partial<PlanInput['accounts'][number]>, days: number): PlanInput => ({
    now: '2026-03-02T00:00:00.000Z',
    until: new Date(Date.UTC(2026, 2, 2) + days * DAY).toISOString(),
    settleMinutes: 15,
    lateMinutes: 60,
    sameLinkApartMinutes: 0,
    posts: [],
    evergreens: [],
    history: [],
    accounts: [
      {
        id: 'a',
        timetable: daily([]),
        perDay: null,
        minGapMinutes: 0,
        hold: null,
        repeatAfterDays: null,
        mix: [],
        ...own,
      },
    ],
  })
  const plain: Omit<PlanPost, 'id'> = {
    accountId: 'a',
    pillar: null,
    fixed: null,
    follows: null,
    seriesId: null,
    notBefore: null,
    goodUntil: null,
    firm: true,
    linkKey: null,
  }
  const pool = (count: number) =>
    Array.from({ length: count }, (_, at) => ({
      id: `e${at}`,
      accountId: 'a',
      pillar: 'p',
      wordings: 1,
      linkKey: null,
      minDaysBetween: 0,
      endsAt: null,
      timesLeft: null,
    }))
  const weekOfReturn = (timetable: Timetable): number => {
    const { entries } = planLines({ ...base({ timetable }, 400), evergreens: pool(51) })
    const again = entries.filter((one) => one.evergreenId === 'e0')[1]!
    return Math.floor((Date.parse(again.at) - Date.UTC(2026, 2, 2)) / (7 * DAY)) + 1
  }

  it('brings 51 evergreens round again in week 52 at one a week, in week 9 at six', () => {
    expect(weekOfReturn(week([{ weekday: 3, time: '10:00' }]))).toBe(52)
    expect(
      weekOfReturn(week(([1, 2, 3, 4, 5, 6] as const).map((weekday) => ({ weekday, time: '10:00' })))),
    ).toBe(9)
  })

  it('keeps own news at most 20%: 5 of 25 slots', () => {
    const timetable = daily(['06:00', '09:00', '12:00', '15:00', '18:00'])
    const mix = [{ pillar: 'own', maxShare: 0.2, windowDays: 5 }]
    const posts = Array.from({ length: 10 }, (_, at) => ({ ...plain, id: `n${at}`, pillar: 'own' }))
    const plan = planLines({ ...base({ timetable, mix }, 10), posts })
    const ofFirst = plan.entries.filter((one) => Date.parse(one.at) < Date.UTC(2026, 2, 7))
    expect(ofFirst.length).toBeLessThanOrEqual(5)
    expect(plan.entries.length).toBeGreaterThanOrEqual(9)
    const none = planLines({
      ...base({ timetable, mix }, 5),
      posts: posts.map((one) => ({ ...one, pillar: 'other' })),
    })
    expect(none.entries).toHaveLength(10)
  })

  it('sends a series at +8 hours, +1 day and +7 days in the slots that come then', () => {
    const posts = [
      { ...plain, id: 'first', seriesId: 's', linkKey: 'x' },
      ...[{ hours: 8 }, { days: 1 }, { days: 7 }].map((after, at) => ({
        ...plain,
        id: `echo${at}`,
        seriesId: 's',
        linkKey: 'x',
        follows: { id: 'first', after },
      })),
    ]
    const { entries } = planLines({
      ...base({ timetable: daily(['09:00', '17:00']), repeatAfterDays: 30 }, 14),
      posts,
    })
    expect(entries.map((one) => one.at.slice(8, 16))).toEqual([
      '02T09:00',
      '02T17:00',
      '03T09:00',
      '09T09:00',
    ])
  })

  it('keeps one link apart on two accounts, and says so', () => {
    const timetable = daily(['09:00', '09:20', '12:00'])
    const two = base({ timetable }, 3)
    two.accounts.push({ ...two.accounts[0]!, id: 'b' })
    const posts = ['a', 'b'].map((accountId) => ({ ...plain, accountId, id: 'one', linkKey: 'x' }))
    const { entries } = planLines({ ...two, sameLinkApartMinutes: 60, posts })
    expect(entries.map((one) => [one.accountId, one.at.slice(11, 16)])).toEqual([['a', '09:00'], ['b', '12:00']]) // prettier-ignore
    expect(said(entries[1]!.reason)).toMatch(/too close/)
  })

  it('lets an unapproved post with a chosen slot give it to the next at the settling time', () => {
    const posts = [
      { ...plain, id: 'chosen', firm: false, fixed: { slotAt: '2026-03-02T09:00:00.000Z' } },
      { ...plain, id: 'next' },
    ]
    const at = (now: string) =>
      planLines({ ...base({ timetable: daily(['09:00', '17:00']) }, 3), now, posts })
    expect(at('2026-03-02T08:00:00.000Z').entries.map((one) => one.postId)).toEqual(['chosen', 'next'])
    const late = at('2026-03-02T08:50:00.000Z')
    expect(late.entries.map((one) => [one.postId, one.at.slice(11, 13)])).toEqual([['next', '09']])
    expect(late.unplaced).toMatchObject([{ postId: 'chosen', code: 'not-approved' }])
  })
})
