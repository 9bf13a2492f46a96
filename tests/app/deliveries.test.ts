import { describe, expect, it } from 'vitest'
import { joinedEvents } from '~/base/joinedEvents'
import { isTrouble } from '#shared/schedule/filter'
import {
  mayFollow,
  NEXT_STATES,
  NOTHING_THERE,
  OPEN_STATES,
  type DeliveryState,
} from '#shared/delivery/states'
import * as words from '#shared/words'

const states = Object.keys(NEXT_STATES) as DeliveryState[]

describe('the table of states', () => {
  it('leads from each state to states it knows, and from the first to every other', () => {
    const reached = new Set<DeliveryState>(['planned'])
    for (const state of reached) for (const next of NEXT_STATES[state]) reached.add(next)
    expect([...reached].sort()).toEqual([...states].sort())
  })

  it('never sends again what is there, and never hands over what may be there without asking', () => {
    for (const state of ['sent', 'taken-back', 'given-up', 'back-in-line'] as const)
      expect(mayFollow(state, 'sending')).toBe(false)
    for (const state of ['unknown', 'undecided', 'in-part'] as const)
      expect(mayFollow(state, 'sending')).toBe(false)
    expect(mayFollow('sending', 'sending')).toBe(false)
  })

  it('has an end for each state that ends by itself, and words for all', () => {
    for (const state of OPEN_STATES) expect(NEXT_STATES[state].length).toBeGreaterThan(0)
    for (const state of states) expect(words.delivery.states[state]).toBeTruthy()
    for (const state of NOTHING_THERE) expect(OPEN_STATES).not.toContain(state)
  })
})

it('a history tells once what came again with the same words', () => {
  const event = (at: string, message: string, personName: string | null = null) => ({
    at,
    state: 'unknown' as const,
    message,
    personName,
  })
  expect(
    joinedEvents([
      event('1', 'a'),
      event('2', 'b'),
      event('3', 'b'),
      event('4', 'b'),
      event('5', 'a'),
      event('6', 'a', 'Nell'),
    ]).map(({ at, count, lastAt }) => [at, count, lastAt]),
  ).toEqual([
    ['1', 1, '1'],
    ['2', 3, '4'],
    ['5', 1, '5'],
    ['6', 1, '6'],
  ])
})

it('cards in trouble are those that have not arrived as they should', () => {
  expect(
    ['not-sent', 'undecided', 'in-part', 'trying-again', 'unknown'].every((state) =>
      isTrouble(state as never),
    ),
  ).toBe(true)
  expect(
    ['sent', 'lined-up', 'sending', 'given-up', 'taken-back'].some((state) => isTrouble(state as never)),
  ).toBe(false)
})
