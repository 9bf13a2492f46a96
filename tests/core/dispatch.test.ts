import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pauseAfter, verdictOf } from '#core/dispatch'
import { DAY, HOUR, MINUTE } from '#core/instant'

describe('what an answer means', () => {
  it.each([
    [200, 'taken'],
    [202, 'taken'],
    [204, 'taken'],
    // About the message itself (RFC 9110 §15.5).
    [400, 'refused'],
    [413, 'refused'],
    [422, 'refused'],
    // About the way there, the token, or the moment.
    [302, 'again'],
    [401, 'again'],
    [404, 'again'],
    [408, 'again'],
    [410, 'again'],
    [429, 'again'],
    [500, 'again'],
    [503, 'again'],
  ])('%i: %s', (status, verdict) => expect(verdictOf(status)).toBe(verdict))
})

describe('when it is tried again', () => {
  it('after a minute first, then later each time, at most a day apart', () => {
    const pauses = Array.from({ length: 12 }, (_, at) => pauseAfter(at + 1))
    expect(pauses[0]).toBe(MINUTE)
    expect(pauses.at(-1)).toBe(DAY)
    expect(pauses).toEqual(pauses.toSorted((a, b) => a - b))
    // A day of failures costs few requests.
    let [at, tries] = [0, 0]
    for (; at < DAY; tries++) at += pauseAfter(tries + 1)
    expect(tries).toBeLessThan(9)
  })

  it('never sooner than was asked for, and never later than a day', () =>
    fc.assert(
      fc.property(fc.nat(40), fc.option(fc.nat(10 * DAY)), (failures, asked) => {
        const pause = pauseAfter(failures, asked)
        expect(pause).toBeGreaterThanOrEqual(Math.min(asked ?? 0, DAY))
        expect(pause).toBeGreaterThanOrEqual(MINUTE)
        expect(pause).toBeLessThanOrEqual(DAY)
      }),
    ))

  it('as long as was asked for', () => expect(pauseAfter(1, 2 * HOUR)).toBe(2 * HOUR))
})
