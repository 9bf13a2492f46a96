// Source: workalendar 17.0.0 (MIT, Debian package python3-workalendar), run live: a list of public holidays
// made by other people.
import { describe, expect, it } from 'vitest'
import { holidaysOf } from '#server/almanac/holidayData'
import { askPython, dataOf } from './data'

const packages = dataOf('workalendar', 'usr/lib/python3/dist-packages')

const ASK = `
import json, sys, importlib
found = []
for module, name, years in json.load(sys.stdin):
    calendar = getattr(importlib.import_module('workalendar.' + module), name)()
    found.append(sorted({str(day) for year in years for day, label in calendar.holidays(year)}))
print(json.dumps(found))
`
const YEARS = [2025, 2026, 2027]
/** The other list has no days in place of those that fall on a Sunday, nor those between two holidays. */
const JAPAN = ['2025-02-24', '2025-05-06', '2025-11-24', '2026-05-06', '2026-09-22', '2027-03-22']
/** Easter Monday is kept by some in Ontario; the other list has none. */
const EASTER_MONDAY = ['2025-04-21', '2026-04-06', '2027-03-29']
/**
 * Civic Holiday in August, which ours has as a day of note, and days in place of Christmas and Boxing Day.
 */
const ONTARIO = ['2025-08-04', '2026-08-03', '2026-12-28', '2027-08-02', '2027-12-27', '2027-12-28']
const PLACES: {
  module: string
  name: string
  country: string
  region: string
  ours: string[]
  theirs: string[]
}[] = [
  { module: 'europe', name: 'Germany', country: 'DE', region: '', ours: [], theirs: [] },
  { module: 'europe', name: 'Bavaria', country: 'DE', region: 'BY/KATH', ours: [], theirs: [] },
  { module: 'europe', name: 'France', country: 'FR', region: '', ours: [], theirs: [] },
  { module: 'europe', name: 'Portugal', country: 'PT', region: '', ours: [], theirs: [] },
  { module: 'asia', name: 'Japan', country: 'JP', region: '', ours: JAPAN, theirs: [] },
  { module: 'america', name: 'Ontario', country: 'CA', region: 'ON', ours: EASTER_MONDAY, theirs: ONTARIO },
]

describe.runIf(packages)('public holidays', () => {
  it('are those of another list, of six places in three years, but for what is named', () => {
    const asked = PLACES.map(({ module, name }) => [module, name, YEARS])
    const theirs = askPython<string[][]>('workalendar', ASK, asked, packages!)
    if (!theirs) return
    for (const [at, { name, country, region, ours: more, theirs: others }] of PLACES.entries()) {
      const days = holidaysOf({ country, region, language: 'en', years: YEARS })
        .filter(({ isClosed }) => isClosed)
        .map(({ date }) => date)
      const here = [...new Set(days)].filter((day) => YEARS.includes(Number(day.slice(0, 4))))
      const only = (a: string[], b: string[]): string[] => a.filter((day) => !b.includes(day)).sort()
      expect({ name, ours: only(here, theirs[at]!), theirs: only(theirs[at]!, here) }).toEqual({
        name,
        ours: more,
        theirs: others,
      })
    }
    expect(theirs.flat().length).toBeGreaterThan(180)
  })
})
