// The share of evergreens among all posts is a limit like the others.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DAY } from '#core/instant'
import { EVERGREENS, planLines, type PlanInput } from '#core/schedule'
import { anyInput } from './support/anyPlan'

const NOW = '2027-03-01T00:00:00.000Z'
const WEEK = [1, 2, 3, 4, 5, 6, 7] as const

/** A slot for anything and one for evergreens each day, and a pool large enough for all of them. */
const input = (maxShare: number, more: Partial<PlanInput> = {}): PlanInput => ({
  ...{ now: NOW, until: '2027-03-29T00:00:00.000Z', settleMinutes: 15, lateMinutes: 60 },
  ...{ sameLinkApartMinutes: 0, posts: [], history: [] },
  accounts: [
    {
      id: 'a',
      timetable: {
        zone: 'UTC',
        slots: WEEK.flatMap((weekday) => [
          { id: `${weekday}`, weekday, time: '10:00', use: 'any' as const, pillar: null },
          { id: `${weekday}e`, weekday, time: '15:00', use: 'pillar' as const, pillar: 'p' },
        ]),
        except: [],
      },
      ...{ perDay: null, minGapMinutes: 0, hold: null, repeatAfterDays: null },
      mix: [{ pillar: EVERGREENS, maxShare, windowDays: 7 }],
    },
  ],
  evergreens: Array.from({ length: 40 }, (_, at) => ({
    ...{ id: `e${at}`, accountId: 'a', pillar: 'p', wordings: 1, linkKey: null, minDaysBetween: 0 },
    ...{ endsAt: null, timesLeft: null },
  })),
  ...more,
})
const turnsIn = (plan: PlanInput, from: number, days: number): number => {
  const begin = Date.parse(NOW) + from * DAY
  return planLines(plan).entries.filter(
    ({ evergreenId, at }) =>
      evergreenId !== null && Date.parse(at) >= begin && Date.parse(at) < begin + days * DAY,
  ).length
}

describe('the share of evergreens', () => {
  it('is kept of all places, so that half of a week’s slots stay open where it is a quarter', () => {
    expect(turnsIn(input(1), 14, 7)).toBe(7)
    expect(turnsIn(input(0.25), 14, 7)).toBe(3)
  })

  it('leaves posts of the same pillar that stand in line alone', () => {
    const posts = Array.from({ length: 28 }, (_, at) => ({
      ...{ id: `p${at}`, accountId: 'a', pillar: 'p', fixed: null, follows: null, seriesId: null },
      ...{ notBefore: null, goodUntil: null, firm: true, linkKey: null },
    }))
    const plan = planLines(input(0.25, { posts }))
    expect(plan.entries.filter(({ postId }) => postId !== null)).toHaveLength(28)
  })

  it('is never exceeded by what is planned, whatever else is', () => {
    fc.assert(
      fc.property(
        anyInput,
        fc.constantFrom(0.1, 0.25, 0.5),
        fc.constantFrom(1, 7, 30),
        (any, maxShare, windowDays) => {
          const limited = {
            ...any,
            accounts: any.accounts.map((account) => ({
              ...account,
              mix: [...account.mix, { pillar: EVERGREENS, maxShare, windowDays }],
            })),
          }
          const plan = planLines(limited)
          for (const { id } of limited.accounts) {
            const shown = plan.entries.filter((one) => one.accountId === id && one.evergreenId !== null)
            const places = [
              ...plan.entries.filter(({ accountId }) => accountId === id).map(({ at }) => at),
              ...plan.open.filter((one) => one.accountId === id && one.use !== 'free').map(({ at }) => at),
              ...limited.history.filter(({ accountId }) => accountId === id).map(({ at }) => at),
            ].map((at) => Date.parse(at))
            for (const { at } of shown) {
              const end = Date.parse(at)
              const within = (time: number): boolean => time > end - windowDays * DAY && time <= end
              const many = shown.filter((one) => within(Date.parse(one.at))).length
              expect(many).toBeLessThanOrEqual(maxShare * places.filter(within).length + 1e-9)
            }
          }
        },
      ),
      { numRuns: 200 },
    )
  })
})
