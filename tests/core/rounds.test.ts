import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DAY, toInstant } from '#core/instant'
import { isPoolTooSmall, planLines, roundDays, type PlanInput } from '#core/schedule'

const NOW = '2027-03-01T00:00:00.000Z'
/** One account with slots kept for a pillar, and so many evergreens of it. */
function input(
  evergreens: number,
  weekly: number,
  days: number,
  more: Partial<PlanInput['evergreens'][number]> = {},
): PlanInput {
  return {
    now: NOW,
    until: toInstant(Date.parse(NOW) + days * DAY),
    settleMinutes: 15,
    lateMinutes: 10,
    sameLinkApartMinutes: 0,
    accounts: [
      {
        id: 'a',
        timetable: {
          zone: 'UTC',
          slots: Array.from({ length: weekly }, (_, at) => ({
            id: `s${at}`,
            weekday: ((at % 7) + 1) as 1,
            time: `${String(8 + Math.floor(at / 7)).padStart(2, '0')}:00`,
            use: 'pillar' as const,
            pillar: 'p',
          })),
          except: [],
        },
        perDay: null,
        minGapMinutes: 0,
        hold: null,
        repeatAfterDays: null,
        mix: [],
      },
    ],
    posts: [],
    evergreens: Array.from({ length: evergreens }, (_, at) => ({
      id: `e${at}`,
      accountId: 'a',
      pillar: 'p',
      wordings: 1,
      linkKey: null,
      minDaysBetween: 0,
      endsAt: null,
      timesLeft: null,
      ...more,
    })),
    history: [],
  }
}
const showings = (plan: ReturnType<typeof planLines>): string[] =>
  plan.entries.map(({ evergreenId }) => evergreenId!)

describe('a round of a pool', () => {
  // Common practice: 36 posts at two a week take 18 weeks.
  it('takes as many weeks as its posts need slots', () => {
    expect(roundDays(36, 2)! / 7).toBe(18)
    expect([roundDays(0, 2), roundDays(36, 0)]).toEqual([null, null])
  })

  it('is too short where its posts rest longer; a pool without any is not small, but empty', () => {
    expect(isPoolTooSmall(11, 2, 56)).toBe(true)
    expect(isPoolTooSmall(16, 2, 56)).toBe(false)
    expect(isPoolTooSmall(0, 2, 56)).toBe(false)
  })

  it('is fair: within it no post is shown more than once oftener than another', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.integer({ min: 1, max: 21 }),
        fc.integer({ min: 7, max: 90 }),
        (many, weekly, days) => {
          const counts = new Map(Array.from({ length: many }, (_, at) => [`e${at}`, 0]))
          for (const id of showings(planLines(input(many, weekly, days)))) counts.set(id, counts.get(id)! + 1)
          const all = [...counts.values()]
          expect(Math.max(...all) - Math.min(...all)).toBeLessThanOrEqual(1)
        },
      ),
      { numRuns: 1_000 },
    )
  }, 60_000)

  it('has its posts in their order, and three times are three times and then never', () => {
    expect(showings(planLines(input(3, 7, 7)))).toEqual(['e0', 'e1', 'e2', 'e0', 'e1', 'e2', 'e0'])
    expect(showings(planLines(input(2, 7, 60, { timesLeft: 3 })))).toHaveLength(6)
  })

  it('of two thousand evergreens is planned while one looks on', () => {
    const large = input(2_000, 28, 90, { minDaysBetween: 28 })
    planLines(large)
    const started = performance.now()
    const plan = planLines(large)
    const ms = performance.now() - started
    expect(plan.entries).toHaveLength(12 * 28 + 24)
    console.info(`A plan of 90 days with 2,000 evergreens: ${ms.toFixed(0)} ms.`)
    expect(ms).toBeLessThan(500)
  })
})
