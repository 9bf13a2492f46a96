import { describe, expect, it } from 'vitest'
import {
  heldPlaces,
  lookAhead,
  planLines,
  withHoldsLifted,
  type PlanInput,
  type PlanPost,
} from '#core/schedule'
import { said } from '../support/said'

const slots = [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({
  id: `${weekday}`,
  weekday: weekday as 1,
  time: '09:00',
  use: 'any' as const,
  pillar: null,
}))
const account = (id: string, hold: { until: string | null } | null): PlanInput['accounts'][number] => ({
  id, timetable: { zone: 'UTC', slots, except: [] }, perDay: null, minGapMinutes: 0, hold, repeatAfterDays: null, mix: [],
}) // prettier-ignore
const post = (id: string, more: Partial<PlanPost> = {}): PlanPost => ({
  id, accountId: 'a', pillar: null, fixed: null, follows: null, seriesId: null, notBefore: null, goodUntil: null, firm: true, linkKey: null, ...more,
}) // prettier-ignore
const input = (hold: { until: string | null } | null, posts: PlanPost[]): PlanInput => ({
  now: '2026-03-02T00:00:00.000Z', until: '2026-03-23T00:00:00.000Z', settleMinutes: 15, lateMinutes: 60, sameLinkApartMinutes: 0,
  posts, evergreens: [], history: [], accounts: [account('a', hold), account('b', null)],
}) // prettier-ignore
const shown = (entries: { postId: string | null; at: string }[]): string[] =>
  entries.map(({ postId, at }) => `${postId} ${at.slice(8, 13)}`)
const posts = [
  post('one'),
  post('two'),
  post('fixed', { fixed: { at: '2026-03-03T15:00:00.000Z' } }),
  post('echo', { follows: { id: 'one', after: { days: 2 } } }),
  post('other', { accountId: 'b' }),
]

describe('what a hold keeps from having a place', () => {
  it('stands where it would without the hold, what follows it too, and what is not held stays where it is', () => {
    const held = input({ until: null }, posts)
    const plan = planLines(held)
    expect(shown(plan.entries)).toEqual(['other 02T09'])
    const free = planLines(input(null, posts)).entries.filter(({ accountId }) => accountId === 'a')
    expect(shown(heldPlaces(held, plan))).toEqual(shown(free))
    expect(free).toHaveLength(4)
  })

  it('of a hold with an end is what falls into it; the rest goes behind it, as it will', () => {
    const held = input({ until: '2026-03-05T00:00:00.000Z' }, posts)
    const plan = planLines(held)
    expect(shown(plan.entries)).toContain('one 05T09')
    expect(shown(heldPlaces(held, plan))).toEqual(['fixed 03T15'])
    expect(planLines(withHoldsLifted(held, 'without-end')).entries).toEqual(plan.entries)
  })

  it('is nothing where nothing is held, whatever else has no place', () => {
    const late = input(null, [post('late', { goodUntil: '2026-03-01T00:00:00.000Z' })])
    expect(heldPlaces(late, planLines(late))).toEqual([])
    const both = input({ until: null }, [post('late', { goodUntil: '2026-03-01T00:00:00.000Z' })])
    expect(heldPlaces(both, planLines(both))).toEqual([])
  })

  it('of a post held by itself is the time chosen for it', () => {
    const held = input(null, [
      post('kept', { fixed: { at: '2026-03-02T00:05:00.000Z' }, firm: false, held: true }),
    ])
    const plan = planLines(held)
    expect(plan.unplaced.map(({ code }) => code)).toEqual(['hold'])
    expect(shown(heldPlaces(held, plan))).toEqual(['kept 02T00'])
  })
})

it('the look ahead tells of a hold once, with how many wait, and of no post or day of its account', () => {
  const held = input({ until: null }, posts)
  const found = lookAhead(held, planLines(held)).filter(({ accountId }) => accountId === 'a')
  expect(said(found).map(({ kind, message }) => [kind, message])).toEqual([
    ['hold', 'On hold: nothing goes out. 4 posts wait for the hold to be lifted.'],
  ])
})
