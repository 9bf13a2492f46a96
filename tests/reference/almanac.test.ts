// Sources: python-dateutil 2.8.2 (Apache-2.0/BSD, Debian package python3-dateutil), run live: it expands the
// same rules, and reckons Easter. RFC 5545 §3.3.10 says which parts of a rule may stand together.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { datesOf, easterOf } from '#core/almanac'
import { askPython, dataOf } from './data'

const packages = dataOf('icalendar', 'usr/lib/python3/dist-packages')

const EXPAND = `
import json, sys
from datetime import datetime
from dateutil.rrule import rrulestr
found = []
for rule in json.load(sys.stdin):
    days = rrulestr(rule['rrule'], dtstart=datetime.fromisoformat(rule['from']))
    between = days.between(datetime.fromisoformat(rule['since']), datetime.fromisoformat(rule['to']), inc=True)
    found.append([day.strftime('%Y-%m-%d') for day in between if day < datetime.fromisoformat(rule['to'])])
print(json.dumps(found))
`
const EASTER = `
import json, sys
from dateutil.easter import easter
print(json.dumps([str(easter(year)) for year in json.load(sys.stdin)]))
`

const dayBetween = (first: number, last: number): fc.Arbitrary<string> =>
  fc
    .integer({ min: Date.UTC(first, 0) / 864e5, max: Date.UTC(last, 11, 31) / 864e5 })
    .map((day) => new Date(day * 864e5).toISOString().slice(0, 10))
const signed = (most: number) => fc.integer({ min: -most, max: most }).filter((value) => value !== 0)
const some = <T>(one: fc.Arbitrary<T>) =>
  fc.uniqueArray(one, { minLength: 1, maxLength: 4 }).map((values) => values.join(','))
const weekday = fc.constantFrom('MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU')
const maybe = (name: string, values: fc.Arbitrary<string>, freq = 1) =>
  fc.option(
    values.map((value) => `${name}=${value}`),
    { freq, nil: '' },
  )

/** Rules as §3.3.10 allows them. */
const rule = fc
  .constantFrom('DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY')
  .chain((freq) =>
    fc.tuple(
      fc.constant(freq),
      maybe('INTERVAL', fc.integer({ min: 1, max: 5 }).map(String)),
      maybe('WKST', weekday),
      maybe('BYMONTH', some(fc.integer({ min: 1, max: 12 }))),
      freq === 'WEEKLY' ? fc.constant('') : maybe('BYMONTHDAY', some(signed(31))),
      freq === 'YEARLY' ? maybe('BYYEARDAY', some(signed(366))) : fc.constant(''),
      freq === 'YEARLY' ? maybe('BYWEEKNO', some(signed(53))) : fc.constant(''),
      maybe(
        'BYDAY',
        some(
          freq === 'MONTHLY' || freq === 'YEARLY'
            ? fc
                .tuple(fc.option(signed(5), { freq: 1, nil: null }), weekday)
                .map(([at, day]) => `${at ?? ''}${day}`)
            : weekday,
        ),
        2,
      ),
      maybe('BYSETPOS', some(signed(6))),
      fc.oneof(
        fc.constant(''),
        fc.integer({ min: 1, max: 30 }).map((count) => `COUNT=${count}`),
        dayBetween(2024, 2031).map((day) => `UNTIL=${day.replaceAll('-', '')}`),
      ),
    ),
  )
  .map((parts) => [`FREQ=${parts[0]}`, ...parts.slice(1)].filter(Boolean))
  .filter(
    (parts) =>
      !(parts.some((part) => /^BYWEEKNO/.test(part)) && parts.some((part) => /^BYDAY=.*\d/.test(part))) &&
      !(parts.some((part) => /^BYSETPOS/.test(part)) && !parts.some((part) => /^BY(?!SETPOS)/.test(part))),
  )
  .map((parts) => parts.join(';'))

describe.runIf(packages)('rules of days', () => {
  it('name the same days as dateutil, of 2,000 rules', () => {
    const cases = fc
      .sample(fc.tuple(rule, dayBetween(2024, 2027)), { numRuns: 2_000, seed: 20270302 })
      .map(([rrule, from], at) => ({
        rrule,
        from,
        since: at % 3 === 0 ? '2026-06-15' : from,
        to: '2030-01-01',
      }))
    const theirs = askPython<string[][]>('icalendar', EXPAND, cases, packages!)
    if (!theirs) return
    const different = cases.flatMap(({ rrule, from, since, to }, at) => {
      const ours = datesOf({ from, rrule, except: [] }, { from: since, to })
      return ours.join() === theirs[at]!.join()
        ? []
        : [{ rrule, from, since, ours: ours.slice(0, 6), theirs: theirs[at]!.slice(0, 6) }]
    })
    expect(theirs.flat().length).toBeGreaterThan(50_000)
    expect(different).toEqual([])
  })

  it('find Easter of every year from 1900 to 2099', () => {
    const years = Array.from({ length: 200 }, (_, at) => 1900 + at)
    const theirs = askPython<string[]>('icalendar', EASTER, years, packages!)
    if (!theirs) return
    expect(years.map(easterOf)).toEqual(theirs)
  })
})
