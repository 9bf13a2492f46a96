import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { isSilent, paceOf } from '#core/feed'

const NOW = '2026-11-25T12:00:00.000Z'
const ago = (hours: number): string => new Date(Date.parse(NOW) - hours * 3_600_000).toISOString()
const every = (hours: number, count = 10, since = 0): string[] =>
  Array.from({ length: count }, (_, at) => ago(since + at * hours))
const pace = (dates: string[], ttlMinutes: number | null = null, freshMinutes: number | null = null) =>
  paceOf({ dates, now: NOW, ttlMinutes, freshMinutes })

describe('how often a feed is asked for', () => {
  it.each([
    ['a busy one', every(0.1), 15],
    ['one an hour', every(1), 15],
    ['one every four hours', every(4), 60],
    ['one a day', every(24), 60],
    ['one a fortnight', every(336), 120],
    ['one a month', every(720), 240],
    ['one article', [ago(3)], 60],
    ['nothing', [], 60],
  ])('%s', (_, dates, minutes) => {
    expect(pace(dates).intervalMinutes).toBe(minutes)
  })

  it('is less the longer it has been silent', () => {
    const after = [0, 4, 24, 2000].map((hours) => pace(every(1, 10, hours)).intervalMinutes)
    expect(after).toEqual([15, 30, 60, 240])
  })

  it('is never more than the feed or its server wants, up to a day', () => {
    expect(pace(every(1), 120).intervalMinutes).toBe(120)
    expect(pace(every(1), null, 45).intervalMinutes).toBe(45)
    expect(pace(every(1), 30, 45).intervalMinutes).toBe(45)
    expect(pace(every(1), 100_000).intervalMinutes).toBe(1440)
  })

  it('leaves dates in the future aside, whatever order they come in', () => {
    const dates = [ago(-500), ...every(4)]
    expect(pace(dates)).toEqual(pace([...every(4)].reverse()))
  })

  it('stays between a quarter of an hour and a day', () => {
    const date = fc.integer({ min: -10_000, max: 100_000 }).map((hours) => ago(hours / 7))
    fc.assert(
      fc.property(
        fc.array(date, { maxLength: 40 }),
        fc.option(fc.nat(10_000)),
        fc.option(fc.nat(10_000)),
        (dates, ttl, fresh) => {
          const { intervalMinutes, gapMinutes } = pace(dates, ttl, fresh)
          expect(intervalMinutes).toBeGreaterThanOrEqual(15)
          expect(intervalMinutes).toBeLessThanOrEqual(1440)
          if (gapMinutes !== null) expect(gapMinutes).toBeGreaterThanOrEqual(0)
        },
      ),
    )
  })
})

describe('a silent feed', () => {
  it.each([
    [ago(24 * 13), 60, false],
    [ago(24 * 15), 60, true],
    [ago(24 * 15), 24 * 60 * 30, false],
    [ago(24 * 130), 24 * 60 * 30, true],
    [null, null, false],
  ])('newest %s, one in %s minutes: %s', (newest, gap, silent) => {
    expect(isSilent(newest, gap, NOW)).toBe(silent)
  })
})
