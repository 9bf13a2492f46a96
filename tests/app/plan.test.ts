import { describe, expect, it } from 'vitest'
import type { Card, ScheduleView } from '#shared/schedule/types'
import { nearestSlot } from '~/schedule/nearestSlot'
import { cellOf, entriesByCell } from '~/schedule/scheduleGrid'
import { isNarrowed, isWanted, NO_FILTER, type SheetFilter } from '#shared/schedule/filter'
import { putIn, readTime, type PlannedSlot, type PutIn } from '~/schedule/timetables'
import { ontoCard } from '~/schedule/sheetMoves'

const slot = (weekday: number, time: string): PlannedSlot => ({ weekday, time, use: 'any', pillarId: null })
const wish: PutIn = {
  kind: 'even',
  days: [1, 2],
  count: 2,
  from: '08:00',
  to: '18:00',
  at: '12:00',
  dayFrom: 1,
  minutes: 20,
}
const names = (slots: PlannedSlot[]): string[] => slots.map(({ weekday, time }) => `${weekday} ${time}`)

describe('what is put into a week', () => {
  const week = [slot(1, '09:00'), slot(3, '10:00')]
  it('takes the place of a day’s times where it is spread evenly, and keeps the others', () => {
    expect(names(putIn(week, wish, []))).toEqual(['1 08:00', '1 18:00', '2 08:00', '2 18:00', '3 10:00'])
  })
  it('is one time more on each day, once', () => {
    const once = putIn(week, { ...wish, kind: 'at', days: [1, 3], at: '09:00' }, [])
    expect(names(once)).toEqual(['1 09:00', '3 09:00', '3 10:00'])
  })
  it('is another account’s week, some minutes later, or one day as another', () => {
    expect(names(putIn(week, { ...wish, kind: 'account' }, [slot(7, '23:50')]))).toEqual(['1 00:10'])
    expect(names(putIn(week, { ...wish, kind: 'day', dayFrom: 3, days: [1, 2] }, []))).toEqual([
      '1 10:00',
      '2 10:00',
      '3 10:00',
    ])
  })
  it('reads times as they are typed', () => {
    expect(['7:30', '0730', '07.30', '7h30', '24:00', 'noon'].map(readTime)).toEqual([
      '07:30',
      '07:30',
      '07:30',
      '07:30',
      null,
      null,
    ])
  })
})

const card = (more: Partial<Card>): Card => ({
  id: 'c', accountId: 'a', postId: 'p', queueItemId: 'c', deliveryId: null, evergreenId: null, at: '2027-03-02T10:00:00.000Z', state: 'lined-up', text: 'Text', pillarId: null,
  campaignId: null,
  tagIds: [], orderId: null, message: '', warnings: [],
  remoteUrl: null, echo: null, isFixed: false, approval: 'approved', isHeld: false, isHeldBack: false, problems: [], authorName: 'Nell', source: 'Lamp', ...more,
}) // prettier-ignore

describe('a narrowed sheet', () => {
  const all: SheetFilter = NO_FILTER
  it('shows what is looked for by pillar, state, person and source', () => {
    expect([isNarrowed(all), isNarrowed({ ...all, who: 'Nell', state: 'sent' })]).toEqual([0, 2])
    const wanted = (filter: Partial<SheetFilter>, more: Partial<Card> = {}): boolean =>
      isWanted(card(more), { ...all, ...filter }, (id) => (id === 'a' ? 'chatterbrook' : 'commonfire'))
    expect(wanted({})).toBe(true)
    expect([wanted({ pillar: 'x' }), wanted({ pillar: 'x' }, { pillarId: 'x' })]).toEqual([false, true])
    expect([wanted({ who: 'Bento' }), wanted({ source: 'Lamp' })]).toEqual([false, true])
    expect([wanted({ state: 'trouble' }), wanted({ state: 'trouble' }, { state: 'not-sent' })]).toEqual([
      false,
      true,
    ])
    expect([wanted({ state: 'held' }), wanted({ state: 'held' }, { isHeld: true })]).toEqual([false, true])
    expect([wanted({ state: 'not-firm' }), wanted({ state: 'not-firm' }, { approval: 'in-review' }), wanted({ state: 'not-firm' }, { approval: null })]).toEqual([false, true, false]) // prettier-ignore
    expect([wanted({ state: 'sent' }), wanted({ state: 'lined-up' })]).toEqual([false, true])
    expect([wanted({ network: 'commonfire' }), wanted({ network: 'chatterbrook' })]).toEqual([false, true])
  })
})

const open = (at: string, more: Partial<ScheduleView['open'][number]> = {}): ScheduleView['open'][number] => ({ accountId: 'a', at, slotId: at, use: 'any', reason: 'Why.', held: false, ...more }) // prettier-ignore
const moment = (at: string) => ({
  date: at.slice(0, 10),
  minutes: Number(at.slice(11, 13)) * 60 + Number(at.slice(14, 16)),
})

describe('the sheet', () => {
  const view = { cards: [card({ id: 'late', at: '2027-03-02T15:00:00.000Z' }), card({ id: 'other', accountId: 'b' })], open: [open('2027-03-02T12:00:00.000Z'), open('2027-03-02T09:00:00.000Z', { use: 'free' })] } as unknown as ScheduleView // prettier-ignore
  it('shows an account’s day in time order, posts and open slots', () => {
    const entries = entriesByCell(view, (at) => at.slice(0, 10)).get(cellOf('a', '2027-03-02'))!
    expect(entries.map((entry) => [entry.at.slice(11, 16), entry.card?.id ?? 'open', entry.free])).toEqual([['09:00', 'open', true], ['12:00', 'open', false], ['15:00', 'late', false]]) // prettier-ignore
  })
  it('finds the open slot nearest to where something is let go on the ribbon, never one kept free', () => {
    const slots = { open: [open('2027-03-02T09:00:00.000Z', { use: 'free' }), open('2027-03-02T12:00:00.000Z'), open('2027-03-02T20:00:00.000Z', { accountId: 'b' })] } as unknown as ScheduleView // prettier-ignore
    expect(nearestSlot(slots, '2027-03-02', 8 * 60, null, moment)?.at.slice(11, 13)).toBe('12')
    expect(nearestSlot(slots, '2027-03-02', 23 * 60, 'a', moment)?.at.slice(11, 13)).toBe('12')
    expect(nearestSlot(slots, '2027-03-02', 23 * 60, null, moment)?.at.slice(11, 13)).toBe('20')
    expect(nearestSlot(slots, '2027-03-03', 0, null, moment)).toBeNull()
  })
  it('takes the place of a card in line, before it or after it as it comes from, and swaps with one that has its own time', () => {
    const target = card({ id: 't', queueItemId: 't', at: '2027-03-03T10:00:00.000Z' })
    expect(ontoCard(card({}), target)).toEqual({ kind: 'after', id: 't' })
    expect(ontoCard(card({ at: '2027-03-04T10:00:00.000Z' }), target)).toEqual({ kind: 'before', id: 't' })
    expect(ontoCard(card({}), { ...target, isFixed: true })).toEqual({ kind: 'swap', id: 't' })
    expect(ontoCard(card({ accountId: 'b' }), { ...target, isFixed: true })).toEqual({
      kind: 'before',
      id: 't',
    })
    expect(ontoCard(card({}), { ...target, state: 'sent', queueItemId: null })).toBeNull()
  })
})
