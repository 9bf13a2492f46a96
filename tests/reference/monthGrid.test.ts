// Which days a month's sheet begins with, and how many weeks it has, against Python's calendar module.
import { expect, it } from 'vitest'
import { addMonths, weeksOfMonth } from '../../app/schedule/monthDays'
import { askPython, report } from './data'

const MONTHS = 120
const SCRIPT = `
import calendar, json, sys
asked = json.load(sys.stdin)
of = calendar.Calendar(asked["first"])
months = [of.monthdatescalendar(2026 + at // 12, at % 12 + 1) for at in range(asked["months"])]
print(json.dumps([[weeks[0][0].isoformat(), len(weeks)] for weeks in months]))
`

// Python counts days of the week from Monday, 0. The locales' first days are CLDR's (from memory).
it.each([
  ['en-GB', 0],
  ['pt', 6],
  ['de', 0],
  ['en-US', 6],
])('%s: ten years of months have the days that Python gives them', (locale, first) => {
  const said = askPython<[string, number][]>('calendar', SCRIPT, { first, months: MONTHS })
  if (!said) return
  const ours = Array.from({ length: MONTHS }, (_, at) => {
    const { from, weeks } = weeksOfMonth(addMonths('2026-01', at), locale)
    return [from, weeks]
  })
  expect(ours).toEqual(said)
  report(`Python's calendar, ${locale}`, said.length, [])
})
