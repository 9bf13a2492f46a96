import { describe, expect, it } from 'vitest'
import { datesOf } from '#core/almanac'
import { OFTEN, oftenOf, readSteps, ruleOf } from '~/almanac/entryRules'

describe('how often a day comes', () => {
  it('is a rule of its first day, which is on it, and is known again by it', () => {
    for (const from of ['2027-03-02', '2027-03-31', '2027-01-29', '2028-02-29']) {
      for (const often of OFTEN) {
        const rrule = ruleOf(often, from)
        const easterDays = often === 'easter' ? 3 : null
        // A monthly one of the fifth weekday is the last: the same day.
        if (rrule !== null)
          expect(datesOf({ from, rrule, except: [] }, { from, to: '2029-01-01' })[0]).toBe(from)
        if (often !== 'rule') expect(oftenOf({ from, rrule, easterDays })).toBe(often)
      }
      expect(oftenOf({ from, rrule: 'FREQ=DAILY', easterDays: null })).toBe('rule')
    }
    expect(ruleOf('weekly', '')).toBe(null)
  })
})

describe('days before an event', () => {
  it('are read as they are typed, the longest first', () => {
    expect(readSteps('1, 14;7 7')).toEqual([14, 7, 1])
    expect(readSteps('')).toEqual([])
    expect(readSteps('a week')).toBe(null)
    expect(readSteps('1.5')).toBe(null)
  })
})
