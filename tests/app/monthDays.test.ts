import { describe, expect, it } from 'vitest'
import type { MonthView, PlacedCard, MovedCard } from '#shared/schedule/types'
import { addMonths, daysOfMonth, weeksOfMonth, weeksOfYear } from '~/schedule/monthDays'
import { ontoDay } from '~/schedule/sheetMoves'

const dayOf = (at: string): string => at.slice(0, 10)
const card = (id: string, at: string, more: Partial<MovedCard> = {}): MovedCard => ({
  ...{ id, accountId: 'a', queueItemId: id, state: 'lined-up', isFixed: false },
  at: `2027-03-${at}:00.000Z`,
  ...more,
})
const slot = (at: string, use: 'any' | 'free' = 'any', accountId = 'a') => ({
  ...{ accountId, use, slotId: at, held: false },
  at: `2027-03-${at}:00.000Z`,
})

describe('a card let go on a day', () => {
  const one = card('one', '02T10:00')
  it('takes the first open slot of its own account that is not kept free', () => {
    const open = [slot('05T15:00'), slot('05T10:00'), slot('05T07:00', 'free'), slot('05T06:00', 'any', 'b')]
    expect(ontoDay(one, '2027-03-05', { cards: [], open }, dayOf)).toEqual({
      kind: 'slot',
      at: '2027-03-05T10:00:00.000Z',
    })
  })
  it('takes the place of the first that can be moved where the day is full', () => {
    const sent = card('sent', '05T08:00', { queueItemId: null, state: 'sent' })
    const cards = [card('late', '05T15:00'), card('fixed', '05T10:00', { isFixed: true }), sent]
    expect(ontoDay(one, '2027-03-05', { cards, open: [] }, dayOf)).toEqual({ kind: 'swap', id: 'fixed' })
  })
  it('goes nowhere where its account has neither', () => {
    const cards = [card('other', '05T10:00', { accountId: 'b' })]
    expect(ontoDay(one, '2027-03-05', { cards, open: [] }, dayOf)).toBeNull()
  })
})

describe('a month', () => {
  it('is shown by whole weeks, four at least and six at most', () => {
    expect(weeksOfMonth('2027-02', 'en-GB')).toEqual({ from: '2027-02-01', weeks: 4 })
    expect(weeksOfMonth('2027-02', 'en-US')).toEqual({ from: '2027-01-31', weeks: 5 })
    expect(weeksOfMonth('2027-08', 'en-GB')).toEqual({ from: '2027-07-26', weeks: 6 })
    expect(weeksOfYear('2027', 'en-GB')).toEqual({ from: '2026-12-28', weeks: 53 })
    expect([addMonths('2027-01', -1), addMonths('2027-12', 1)]).toEqual(['2026-12', '2028-01'])
  })
  it('has for each day what is wanted of it, and what is open and not kept', () => {
    const view: MonthView = {
      ...weeksOfMonth('2027-03', 'en-GB'),
      plannedUntil: '2027-03-20T09:00:00.000Z',
      cards: [card('one', '02T10:00'), card('two', '02T12:00', { accountId: 'b' })] as PlacedCard[],
      open: [slot('02T15:00'), slot('02T16:00', 'free'), { ...slot('02T17:00'), held: true }],
      dates: [],
      later: [{ accountId: 'a', at: '2027-03-22T10:00:00.000Z' }],
    }
    const days = daysOfMonth(view, {
      month: '2027-03',
      today: '2027-03-02',
      dayOf,
      isWanted: () => true,
      isShown: (accountId) => accountId === 'a',
    })
    expect(days).toHaveLength(35)
    expect(days[1]).toMatchObject({ date: '2027-03-02', number: 2, isPast: false, isLater: false })
    expect([days[1]!.cards.map(({ id }) => id), days[1]!.open.length]).toEqual([['one'], 1])
    expect([days[0]!.isPast, days[19]!.isLater, days[21]!.later.length, days[34]!.isOutside]).toEqual([
      true,
      true,
      1,
      true,
    ])
  })
})
