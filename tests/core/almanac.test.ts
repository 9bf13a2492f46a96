// Sources: RFC 5545 §3.3.10; Easter of 2025 to 2030 by the calendar of the churches (from memory).
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { datesOf, easterOf, readRule, requireDays, RuleError, stepsOf } from '#core/almanac'

const YEAR = { from: '2027-01-01', to: '2028-01-01' }
const rule = (rrule: string | null, from = '2027-01-01', except: string[] = []) => ({ from, rrule, except })
const faultOf = (run: () => unknown): string => {
  try {
    run()
  } catch (error) {
    return error instanceof RuleError ? error.detail.code : String(error)
  }
  return ''
}

describe('days of a rule', () => {
  it('are once, or again, without what is left out', () => {
    expect(datesOf(rule(null, '2027-03-02'), YEAR)).toEqual(['2027-03-02'])
    expect(datesOf(rule(null, '2028-01-01'), YEAR)).toEqual([])
    expect(datesOf(rule(null, '2027-03-02', ['2027-03-02']), YEAR)).toEqual([])
    expect(
      datesOf(rule('FREQ=WEEKLY;BYDAY=TU', '2027-02-01', ['2027-02-09']), { ...YEAR, to: '2027-02-24' }),
    ).toEqual(['2027-02-02', '2027-02-16', '2027-02-23'])
    expect(datesOf(rule('RRULE:FREQ=MONTHLY;BYDAY=-1FR;COUNT=3'), YEAR)).toEqual([
      ...['2027-01-29', '2027-02-26', '2027-03-26'],
    ])
    expect(datesOf(rule('FREQ=YEARLY', '2024-02-29'), { from: '2024-01-01', to: '2036-01-01' })).toEqual([
      ...['2024-02-29', '2028-02-29', '2032-02-29'],
    ])
    expect(datesOf(rule('FREQ=DAILY;UNTIL=20270103'), YEAR)).toHaveLength(3)
    expect(datesOf(rule('FREQ=DAILY;UNTIL=20270103T000000Z'), YEAR)).toHaveLength(3)
  })

  it('may follow Easter', () => {
    const goodFriday = { from: '2026-01-01', rrule: null, easterDays: -2, except: [] }
    expect(datesOf(goodFriday, { from: '2025-01-01', to: '2029-01-01' })).toEqual([
      ...['2026-04-03', '2027-03-26', '2028-04-14'],
    ])
    expect([2025, 2026, 2027, 2028, 2029, 2030].map(easterOf)).toEqual([
      ...['2025-04-20', '2026-04-05', '2027-03-28', '2028-04-16', '2029-04-01', '2030-04-21'],
    ])
  })

  it('are none of a rule that says nothing, or too much', () => {
    expect(faultOf(() => readRule(''))).toBe('rule.no-frequency')
    expect(faultOf(() => readRule('every Tuesday'))).toBe('rule.no-frequency')
    expect(faultOf(() => readRule('FREQ=MINUTELY'))).toBe('rule.too-often')
    expect(faultOf(() => readRule('FREQ=DAILY;BYHOUR=9'))).toBe('rule.too-often')
    expect(faultOf(() => readRule('FREQ=DAILY;INTERVAL=0'))).toBe('rule.no-value')
    expect(faultOf(() => readRule('FREQ=DAILY;FREQ=WEEKLY'))).toBe('rule.twice')
    expect(faultOf(() => readRule('FREQ=DAILY;BYMOON=1'))).toBe('rule.unknown-part')
    expect(faultOf(() => readRule('FREQ=DAILY;COUNT=2;UNTIL=20270101'))).toBe('rule.not-together')
    expect(faultOf(() => readRule('FREQ=WEEKLY;BYDAY=2TU'))).toBe('rule.not-together')
    expect(faultOf(() => readRule('FREQ=YEARLY;UNTIL=soon'))).toBe('rule.no-value')
    expect(faultOf(() => readRule(`FREQ=DAILY;${'A'.repeat(9_999)}`))).toBe('rule.too-long')
    expect(faultOf(() => requireDays(rule('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30')))).toBe('rule.never')
    expect(faultOf(() => requireDays(rule('FREQ=DAILY;UNTIL=20261231')))).toBe('rule.never')
    expect(faultOf(() => requireDays(rule('FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=29', '2097-01-01')))).toBe('')
  })

  it('are within what was asked for, in order, each once, whatever the rule', () => {
    const freq = fc.constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY')
    const part = fc.constantFrom(
      '',
      ';INTERVAL=3',
      ';BYMONTH=1,2',
      ';BYDAY=MO,SU',
      ';COUNT=7',
      ';UNTIL=20270601',
    )
    fc.assert(
      fc.property(freq, part, fc.integer({ min: 0, max: 700 }), (name, more, ahead) => {
        const from = new Date(Date.UTC(2026, 0) + ahead * 864e5).toISOString().slice(0, 10)
        const days = datesOf(rule(`FREQ=${name}${more}`, from), YEAR)
        expect(days).toEqual([...new Set(days)].sort())
        for (const day of days) expect(day >= YEAR.from && day < YEAR.to && day >= from).toBe(true)
      }),
      { numRuns: 150 },
    )
  })
})

describe('the run-up to an event', () => {
  it('has a day for each of its steps, also of an event behind the days asked for', () => {
    const fair = rule('FREQ=YEARLY', '2027-03-10')
    expect(stepsOf(fair, [0, 7, 14, 7], { from: '2027-02-20', to: '2027-03-10' })).toEqual([
      { date: '2027-02-24', of: '2027-03-10', before: 14 },
      { date: '2027-03-03', of: '2027-03-10', before: 7 },
    ])
    expect(stepsOf(fair, [], YEAR)).toEqual([])
  })
})
