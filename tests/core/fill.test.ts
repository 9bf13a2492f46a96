import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  fillOpenSlots,
  planLines,
  type FillCandidate,
  type FillChoice,
  type PlanInput,
  type PlanPost,
} from '#core/schedule'
import { anyInput, minutes, pillar } from './support/anyPlan'
import { said } from '../support/said'

const candidate = (id: string, more: Partial<FillCandidate> = {}): FillCandidate => ({
  ...{ id, accountId: 'a', pillar: null, seriesId: null, notBefore: null, goodUntil: null },
  ...{ linkKey: null, evergreenId: null },
  ...more,
})
/** Two slots a day, the first of a Monday kept for pillar p and that of Tuesday kept free. */
const input = (more: Partial<PlanInput> = {}, account: Partial<PlanInput['accounts'][number]> = {}) =>
  ({
    ...{ now: '2026-03-02T00:00:00.000Z', until: '2026-03-16T00:00:00.000Z', settleMinutes: 15 },
    ...{ lateMinutes: 60, sameLinkApartMinutes: 0, posts: [], evergreens: [], history: [] },
    accounts: [
      {
        id: 'a',
        timetable: {
          zone: 'UTC',
          except: [],
          slots: ([1, 2, 3, 4, 5] as const).flatMap((weekday) =>
            ['09:00', '17:00'].map((time) => ({
              ...{ id: `${weekday} ${time}`, weekday, time },
              ...(time === '17:00' || weekday > 2
                ? { use: 'any' as const, pillar: null }
                : weekday === 1
                  ? { use: 'pillar' as const, pillar: 'p' }
                  : { use: 'free' as const, pillar: null }),
            })),
          ),
        },
        ...{ perDay: null, minGapMinutes: 0, hold: null, repeatAfterDays: null, mix: [] },
        ...account,
      },
    ],
    ...more,
  }) satisfies PlanInput

const THURSDAY = '2026-03-05T00:00:00.000Z'
const filled = (
  given: PlanInput,
  candidates: FillCandidate[],
  choices: FillChoice[] = [],
  until = THURSDAY,
) =>
  fillOpenSlots(given, candidates, { until, choices }).map(
    ({ at, candidateId, reason }) => `${at.slice(8, 13)} ${candidateId ?? (reason ? said(reason) : 'left')}`,
  )

describe('fillOpenSlots', () => {
  it('gives each open slot before the day the first that may go there; what is kept free stays so', () => {
    expect(filled(input(), [candidate('x'), candidate('y', { pillar: 'p' }), candidate('z')])).toEqual([
      '02T09 y',
      '02T17 x',
      '03T17 z',
      '04T09 Nothing that may go here is waiting in line.',
      '04T17 Nothing that may go here is waiting in line.',
    ])
  })

  it('goes by what somebody chose: left open, another one, and one that may not go there says why', () => {
    const all = [candidate('x'), candidate('y'), candidate('z', { goodUntil: '2026-03-03T12:00:00.000Z' })]
    const choose = (at: string, candidateId: string | null): FillChoice => ({
      ...{ accountId: 'a', at: `2026-03-${at}:00:00.000Z`, candidateId },
    })
    expect(filled(input(), all, [choose('02T17', null), choose('04T09', 'z'), choose('03T17', 'y')])).toEqual(
      [
        '02T09 Nothing that is left may go here.',
        '02T17 left',
        '03T17 y',
        '04T09 Its time lies after it is good until.',
        '04T17 x',
      ],
    )
  })

  it('puts a candidate chosen twice where it was chosen first', () => {
    const twice = ['02T17', '03T17'].map((at) => ({
      ...{ accountId: 'a', at: `2026-03-${at}:00:00.000Z`, candidateId: 'x' },
    }))
    expect(filled(input(), [candidate('x')], twice).slice(1, 3)).toEqual(['02T17 x', '03T17 left'])
  })

  it('lets what was chosen for a slot that is not open fill another', () => {
    const elsewhere = [{ accountId: 'a', at: '2026-03-02T12:00:00.000Z', candidateId: 'x' }]
    expect(filled(input(), [candidate('x')], elsewhere)[1]).toBe('02T17 x')
  })

  it('keeps the limits of the account: posts a day, the same link, shares of a pillar', () => {
    const linked = ['x', 'y'].map((id) => candidate(id, { linkKey: 'one' }))
    expect(filled(input({}, { repeatAfterDays: 2 }), linked)).toEqual([
      '02T09 Nothing that is left may go here.',
      '02T17 x',
      '03T17 Nothing that is left may go here.',
      '04T09 Nothing that is left may go here.',
      '04T17 y',
    ])
    const free = ['x', 'y', 'z'].map((id) => candidate(id))
    expect(filled(input({}, { perDay: 1 }), free).slice(-1)).toEqual([
      '04T17 That day has its 1 post already.',
    ])
    // A fifth of the places of the seven days up to each: five of them by Wednesday evening make one.
    const mix = [{ pillar: 'p', maxShare: 0.2, windowDays: 7 }]
    const own = ['x', 'y'].map((id) => candidate(id, { pillar: 'p' }))
    expect(filled(input({}, { mix }), own).filter((line) => /[xy]$/.test(line))).toEqual(['04T17 x'])
  })

  it('leaves an evergreen its turn', () => {
    const evergreens = [
      {
        ...{ id: 'e', accountId: 'a', pillar: 'p', wordings: 1, linkKey: null, minDaysBetween: 1 },
        ...{ endsAt: null, timesLeft: null },
      },
    ]
    expect(filled(input({ evergreens }), [candidate('y', { pillar: 'p' })])[0]).toBe('02T17 y')
  })

  const anyCandidate = fc.record({
    accountId: fc.constantFrom('a', 'b', 'gone'),
    pillar: fc.option(pillar),
    notBefore: fc.option(minutes(8), { freq: 5 }),
    goodUntil: fc.option(minutes(14), { freq: 5 }),
    linkKey: fc.constantFrom(null, 'link one', 'link two', 'link five'),
    evergreenId: fc.constant(null),
    seriesId: fc.constant(null),
  })
  const anyChoice = fc.record({ slot: fc.nat(40), candidate: fc.option(fc.nat(14)) })

  it('lined up in their slots, what it proposes stands there, and nothing else has moved', () => {
    let proposed = 0
    fc.assert(
      fc.property(
        anyInput,
        fc.array(anyCandidate, { maxLength: 14 }),
        fc.array(anyChoice, { maxLength: 4 }),
        (given, some, chosen) => {
          const candidates = some.map((one, at) => ({ ...one, id: `c${at}` }))
          const before = planLines(given)
          const choices = chosen.flatMap(({ slot, candidate: at }): FillChoice[] => {
            const open = before.open[slot]
            const { accountId, at: when } = open ?? { accountId: '', at: '' }
            return open ? [{ accountId, at: when, candidateId: at === null ? null : `c${at}` }] : []
          })
          const slots = fillOpenSlots(given, candidates, { until: given.until, choices })
          const taken = slots.flatMap(({ accountId, at, candidateId }) =>
            candidateId === null ? [] : [{ accountId, at, candidateId }],
          )
          proposed += taken.length
          expect(new Set(taken.map(({ candidateId }) => candidateId)).size).toBe(taken.length)
          const posts = taken.map(({ at, candidateId }): PlanPost => {
            const { evergreenId: _, ...one } = candidates.find(({ id }) => id === candidateId)!
            return { ...one, fixed: { slotAt: at }, follows: null, firm: true }
          })
          const after = planLines({ ...given, posts: [...given.posts, ...posts] })
          const places = (plan: typeof after, isOwn: boolean) =>
            plan.entries
              .filter(({ postId }) => (postId?.startsWith('c') ?? false) === isOwn)
              .map(({ postId, evergreenId, at, slotAt, accountId, wording }) =>
                [postId ?? evergreenId, accountId, at, slotAt, wording].join(' '),
              )
              .sort()
          expect(places(after, false)).toEqual(places(before, false))
          expect(
            after.entries.filter(({ postId }) => postId?.startsWith('c')).flatMap((one) => one.warnings),
          ).toEqual([])
          expect(places(after, true)).toEqual(
            taken
              .map(({ candidateId, accountId, at }) => [candidateId, accountId, at, at, 0].join(' '))
              .sort(),
          )
        },
      ),
      { numRuns: 400 },
    )
    expect(proposed).toBeGreaterThan(400)
  })
})
