// Source: Python's icalendar 4.1.0 (BSD, Debian package python3-icalendar), run live: it reads calendars that
// are written here.
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { datesOf } from '#core/almanac'
import { writeCalendar, type CalendarEntry } from '#core/formats'
import { askPython, dataOf } from './data'

const packages = dataOf('icalendar', 'usr/lib/python3/dist-packages')

const READ = `
import json, sys
from icalendar import Calendar
found = []
for text in json.load(sys.stdin):
    calendar = Calendar.from_ical(text.encode('utf-8'))
    events = []
    for event in calendar.walk('VEVENT'):
        categories = event.get('categories')
        events.append({
            'uid': str(event['uid']), 'title': str(event['summary']), 'text': str(event.get('description', '')),
            'at': event['dtstart'].dt.strftime('%Y-%m-%dT%H:%M:%S.000Z'),
            'minutes': (event['dtend'].dt - event['dtstart'].dt).total_seconds() / 60,
            'url': str(event['url']) if 'url' in event else None,
            'status': str(event['status']).lower(),
            'categories': [str(one) for one in categories.cats] if categories else [],
            'errors': [str(error) for error in event.errors],
        })
    found.append({'name': str(calendar['name']), 'errors': [str(e) for e in calendar.errors], 'events': events})
print(json.dumps(found))
`

const READ_DAYS = `
import json, sys
from datetime import datetime
from dateutil.rrule import rrulestr
from icalendar import Calendar
events = []
for event in Calendar.from_ical(json.load(sys.stdin).encode('utf-8')).walk('VEVENT'):
    first = event['dtstart'].dt
    start = datetime(first.year, first.month, first.day)
    days = {start}
    if 'rrule' in event:
        rule = rrulestr(event['rrule'].to_ical().decode(), dtstart=start)
        days |= set(rule.between(datetime(2027, 1, 1), datetime(2031, 12, 31), inc=True))
    out = set()
    if 'exdate' in event:
        out = {str(one.dt) for one in event['exdate'].dts}
    events.append({
        'uid': str(event['uid']), 'from': str(first), 'days': (event['dtend'].dt - first).days,
        'found': sorted({day.strftime('%Y-%m-%d') for day in days} - out),
    })
print(json.dumps(events))
`
const dayAt = (day: number): string => new Date(Date.UTC(2027, 0, 1 + day)).toISOString().slice(0, 10)
const BARE = {
  ...{ at: '', minutes: 0, title: 'A day', text: '', url: null, status: 'confirmed' as const },
  categories: [],
}

// What no text of a calendar holds was left out before.
const words = fc
  .string({ unit: 'binary', maxLength: 300 })
  // eslint-disable-next-line no-control-regex
  .map((text) => text.replace(/[\u0000-\u0008\u000b-\u001f\u007f\u0085\u2028\u2029]|\r/g, ''))
const event: fc.Arbitrary<CalendarEntry> = fc.record({
  uid: fc.uuid().map((id) => `${id}@clear-quill`),
  at: fc
    .integer({ min: Date.UTC(2026, 0) / 60_000, max: Date.UTC(2030, 0) / 60_000 })
    .map((minute) => new Date(minute * 60_000).toISOString()),
  minutes: fc.constantFrom(15, 60),
  title: words,
  text: words,
  url: fc.option(fc.webUrl({ withQueryParameters: true }).map((url) => new URL(url).href)),
  status: fc.constantFrom('confirmed', 'tentative', 'cancelled'),
  categories: fc.array(
    words.filter((one) => one !== ''),
    { maxLength: 2 },
  ),
})

describe.runIf(packages)('a calendar that icalendar reads', () => {
  it('holds what was written, of 300 calendars without a complaint', () => {
    const made = fc.sample(fc.record({ name: words, events: fc.array(event, { maxLength: 5 }) }), { numRuns: 300, seed: 20270302 }) // prettier-ignore
    const read = askPython<
      { name: string; errors: string[]; events: (CalendarEntry & { errors: string[] })[] }[]
    >(
      'icalendar',
      READ,
      made.map(({ name, events }) =>
        writeCalendar(name, events, {
          ...{ zone: 'Europe/Lisbon', madeAt: '2027-03-02T09:00:00.000Z' },
          url: 'https://quill.example/calendars/1/key.ics',
        }),
      ),
      packages!,
    )
    if (!read) return
    expect(made.flatMap(({ events }) => events).length).toBeGreaterThan(400)
    expect(read.map(({ name }) => name)).toEqual(made.map(({ name }) => name))
    for (const [at, { errors, events }] of read.entries()) {
      expect(errors).toEqual([])
      expect(events).toEqual(made[at]!.events.map((one) => ({ ...one, errors: [] })))
    }
  })

  it('holds whole days with their rules, which its dateutil expands to the same days', () => {
    const rules = [null, 'FREQ=WEEKLY;BYDAY=TU,FR', 'FREQ=MONTHLY;BYDAY=-1FR', 'FREQ=YEARLY;INTERVAL=2']
    const days = fc
      .sample(
        fc.record({
          from: fc.integer({ min: 0, max: 1_000 }).map((day) => dayAt(day)),
          days: fc.integer({ min: 1, max: 9 }),
          rrule: fc.constantFrom(...rules),
          except: fc.uniqueArray(
            fc.integer({ min: 0, max: 1_000 }).map((day) => dayAt(day)),
            { maxLength: 3 },
          ),
        }),
        { numRuns: 200, seed: 20270302 },
      )
      .map((day, at) => ({ ...day, uid: `${at}@clear-quill` }))
    const text = writeCalendar(
      'Days',
      days.map(({ uid, ...day }) => ({ ...BARE, uid, day })),
      { zone: 'Europe/Lisbon', madeAt: '2027-03-02T09:00:00.000Z' },
    )
    const read = askPython<{ uid: string; from: string; days: number; found: string[] }[]>(
      'icalendar',
      READ_DAYS,
      text,
      packages!,
    )
    if (!read) return
    const span = { from: '2027-01-01', to: '2032-01-01' }
    expect(read).toEqual(
      days.map(({ uid, from, days: many, rrule, except }) => {
        // A first day that its rule does not name is one of them all the same (RFC 5545 §3.8.5.3).
        const found = new Set([from, ...datesOf({ from, rrule, except: [] }, span)])
        return { uid, from, days: many, found: [...found].filter((day) => !except.includes(day)).sort() }
      }),
    )
  })
})
