// Sources: RFC 5545 §3.1 (folding), §3.3.11 (texts), §3.6.5 (zones of a file's own), §3.8.5 (what comes
// again); ical.js 2.2.1 (MPL-2.0) reads the same files.
import ICAL from 'ical.js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { FormatError, readCalendar, writeCalendar } from '#core/formats'

const SPAN = { zone: 'Europe/Lisbon', from: '2027-03-01T00:00:00.000Z', to: '2027-05-01T00:00:00.000Z' }
const file = (...lines: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', ...lines, 'END:VCALENDAR', ''].join('\r\n')
const event = (...lines: string[]): string[] => [
  'BEGIN:VEVENT',
  'UID:one',
  'SUMMARY:A fair',
  ...lines,
  'END:VEVENT',
]
const read = (...lines: string[]) => readCalendar(file(...lines), SPAN)
const times = (...lines: string[]) =>
  read(...event(...lines)).rows.map(({ startsAt, date }) => startsAt ?? date)

describe('a calendar that is read', () => {
  it('gives whole days and times in the zone they are written in', () => {
    expect(times('DTSTART;VALUE=DATE:20270310')).toEqual(['2027-03-10'])
    expect(times('DTSTART:20270310')).toEqual(['2027-03-10'])
    expect(times('DTSTART:20270310T100000Z')).toEqual(['2027-03-10T10:00:00.000Z'])
    // Without a zone it is on one's own clock: summer time begins on 28 March.
    expect(times('DTSTART:20270410T100000')).toEqual(['2027-04-10T09:00:00.000Z'])
    expect(times('DTSTART;TZID=America/Toronto:20270310T100000')).toEqual(['2027-03-10T15:00:00.000Z'])
    expect(times('DTSTART;TZID="/maker.example/America/Toronto":20270310T100000')).toEqual([
      '2027-03-10T15:00:00.000Z',
    ])
    expect(times('DTSTART:20270430T233000Z', 'DURATION:PT1H')).toHaveLength(1)
    expect(times('DTSTART:20270501T000000Z')).toEqual([])
  })

  it('takes a zone as the file defines it', () => {
    const zone = [
      ...['BEGIN:VTIMEZONE', 'TZID:The hill'],
      ...['BEGIN:STANDARD', 'DTSTART:19701025T030000', 'RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU'],
      ...['TZOFFSETFROM:+0300', 'TZOFFSETTO:+0130', 'END:STANDARD'],
      ...['BEGIN:DAYLIGHT', 'DTSTART:19700329T020000', 'RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU'],
      ...['TZOFFSETFROM:+0130', 'TZOFFSETTO:+0300', 'END:DAYLIGHT', 'END:VTIMEZONE'],
    ]
    const found = read(...zone, ...event('DTSTART;TZID=The hill:20270325T100000', 'RRULE:FREQ=DAILY;COUNT=6'))
    expect(found.problems).toEqual([])
    expect(found.rows.map(({ startsAt }) => startsAt!.slice(5, 16))).toEqual([
      ...['03-25T08:30', '03-26T08:30', '03-27T08:30', '03-28T07:00', '03-29T07:00', '03-30T07:00'],
    ])
  })

  it('says which zone nobody knows, and reads on in its own', () => {
    const { rows, problems } = read(...event('DTSTART;TZID=Nowhere:20270310T100000'))
    expect(rows[0]!.startsAt).toBe('2027-03-10T10:00:00.000Z')
    expect(problems).toEqual([
      { line: 6, message: { code: 'calendar.no-zone', params: { name: 'Nowhere' } } },
    ])
  })

  it('keeps the clock of what comes again over a change of it', () => {
    expect(
      times('DTSTART;TZID=Europe/Lisbon:20270325T090000', 'RRULE:FREQ=DAILY;UNTIL=20270329T080000Z'),
    ).toEqual([
      ...['2027-03-25T09:00:00.000Z', '2027-03-26T09:00:00.000Z', '2027-03-27T09:00:00.000Z'],
      ...['2027-03-28T08:00:00.000Z', '2027-03-29T08:00:00.000Z'],
    ])
    expect(times('DTSTART;VALUE=DATE:20240229', 'RRULE:FREQ=YEARLY;BYMONTH=3,4;BYDAY=1SA')).toEqual([
      ...['2027-03-06', '2027-04-03'],
    ])
  })

  it('leaves out what was taken out, and moves what was moved', () => {
    expect(
      read(
        ...event(
          'DTSTART;VALUE=DATE:20270301',
          'RRULE:FREQ=WEEKLY;COUNT=5',
          'EXDATE;VALUE=DATE:20270308,20270315',
          'RDATE;VALUE=DATE:20270303',
        ),
        ...event('RECURRENCE-ID;VALUE=DATE:20270322', 'DTSTART;VALUE=DATE:20270323'),
        ...event('DTSTART;VALUE=DATE:20270401', 'STATUS:CANCELLED'),
      ).rows.map(({ date }) => date),
    ).toEqual(['2027-03-01', '2027-03-03', '2027-03-23', '2027-03-29'])
  })

  it('reads folded lines, a byte-order mark, plain ends of lines and escaped texts', () => {
    const text = `\ufeff${file(
      ...[
        'BEGIN:VEVENT',
        'UID:x',
        'DTSTART;VALUE=DATE:20270310',
        'SUMMARY:Lamps\\, bre',
        ' ad\\; and',
        '  more',
      ],
      ...['DESCRIPTION;ALTREP="a:b;c":One\\nTwo \\\\ three', 'URL:https://hill.example/a'],
      ...['BEGIN:VALARM', 'SUMMARY:Not this', 'DTSTART:20270311', 'END:VALARM', 'END:VEVENT'],
    ).replaceAll('\r\n', '\n')}`
    expect(readCalendar(text, SPAN).rows).toEqual([
      {
        ...{ uid: 'x', startsAt: null, date: '2027-03-10', title: 'Lamps, bread; and more' },
        ...{ text: 'One\nTwo \\ three', url: 'https://hill.example/a' },
      },
    ])
  })

  it('says what it can’t read, and reads the rest', () => {
    const { rows, problems } = read(
      ...event('DTSTART;VALUE=DATE:20270230'),
      ...event('DURATION:PT1H'),
      ...event('DTSTART:20270310T100000Z', 'RRULE:FREQ=MINUTELY'),
      ...event('DTSTART;VALUE=DATE:20270311', 'RRULE:FREQ=YEARLY;BYMONTH=13'),
      ...event('DTSTART;VALUE=DATE:20270312', 'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30'),
    )
    expect(problems.map(({ line, message }) => [line, message.code])).toEqual([
      ...[
        [6, 'calendar.no-day'],
        [8, 'calendar.no-start'],
        [13, 'calendar.too-often'],
      ],
      [19, 'calendar.bad-rule'],
    ])
    expect(rows.map(({ date, startsAt }) => date ?? startsAt)).toEqual([
      ...['2027-03-10T10:00:00.000Z', '2027-03-11', '2027-03-12'],
    ])
    const hours = Array.from({ length: 24 }, (_, hour) => hour).join(',')
    expect(
      read(...event('DTSTART:20270310T100000Z', `RRULE:FREQ=DAILY;BYHOUR=${hours};BYMINUTE=0,30`)).problems,
    ).toHaveLength(1)
    expect(() => readCalendar('<html>', SPAN)).toThrow(FormatError)
    expect(() => readCalendar('', SPAN)).toThrow(FormatError)
  })

  it('reads 20,000 events, and a daily one behind them', () => {
    const many = Array.from({ length: 20_000 }, (_, at) => [
      ...['BEGIN:VEVENT', `UID:${at}`, `SUMMARY:Event ${at}`, 'DESCRIPTION:Some words of it.'],
      ...[`DTSTART:202703${String((at % 28) + 1).padStart(2, '0')}T100000Z`, 'END:VEVENT'],
    ]).flat()
    const { rows, problems } = readCalendar(
      file(...many, ...event('DTSTART:20270301', 'RRULE:FREQ=DAILY')),
      SPAN,
    )
    // On its own clock the span ends an hour into 1 May.
    expect(rows).toHaveLength(20_062)
    expect(problems).toEqual([])
  })

  it('stands what is not a calendar, whatever it is', () => {
    const bits = fc.constantFrom(
      ...[
        'BEGIN:VEVENT',
        'END:VEVENT',
        'BEGIN:VTIMEZONE',
        'END:VTIMEZONE',
        'BEGIN:STANDARD',
        'DTSTART',
        ':',
        ';',
      ],
      ...[
        'RRULE:',
        'FREQ=DAILY',
        'COUNT=99999',
        '20270310',
        'T100000',
        'Z',
        '\n',
        '\r\n ',
        '"',
        '=',
        'TZID=',
        '\\',
      ],
      ...['END:VCALENDAR', 'UID:1', 'RECURRENCE-ID:', 'EXDATE:', ',', 'BYDAY=5MO'],
    )
    fc.assert(
      fc.property(fc.array(bits, { maxLength: 60 }), (parts) => {
        const { rows } = readCalendar(`BEGIN:VCALENDAR\n${parts.join('')}`, SPAN)
        for (const { startsAt, date } of rows) expect(startsAt === null).toBe(date !== null)
      }),
      { numRuns: 400 },
    )
  })

  it('finds the same times as ical.js where the zone is UTC or none', () => {
    const rules = ['FREQ=DAILY;COUNT=9', 'FREQ=WEEKLY;BYDAY=MO,FR', 'FREQ=MONTHLY;BYDAY=-1FR', 'FREQ=YEARLY']
    for (const rrule of rules) {
      const lines = event('DTSTART:20260310T100000Z', `RRULE:${rrule}`)
      const parsed = new ICAL.Component(ICAL.parse(file(...lines)) as unknown[])
      const theirs = new ICAL.Event(parsed.getFirstSubcomponent('vevent')!).iterator()
      const found: string[] = []
      for (let next = theirs.next(); next && found.length < 500; next = theirs.next())
        found.push(next.toJSDate().toISOString())
      const within = found.filter((at) => at >= SPAN.from && at < SPAN.to)
      expect(read(...lines).rows.map(({ startsAt }) => startsAt)).toEqual(within)
    }
  })

  it('reads whole days back as they were written', () => {
    const text = writeCalendar(
      'Dates',
      [
        {
          ...{
            uid: 'a',
            at: '',
            minutes: 0,
            title: 'Open day',
            text: 'Doors, lamps',
            url: null,
            categories: [],
          },
          ...{
            status: 'confirmed',
            day: { from: '2027-03-05', days: 2, rrule: 'FREQ=WEEKLY;BYDAY=FR,SA', except: ['2027-03-12'] },
          },
        },
      ],
      { zone: 'Europe/Lisbon', madeAt: SPAN.from },
    )
    const { rows } = readCalendar(text, { ...SPAN, to: '2027-03-20T00:00:00.000Z' })
    expect(rows.map(({ date }) => date)).toEqual(['2027-03-05', '2027-03-06', '2027-03-13', '2027-03-19'])
    const one = new ICAL.Component(ICAL.parse(text) as unknown[]).getFirstSubcomponent('vevent')!
    expect(new ICAL.Event(one).endDate.toString()).toBe('2027-03-07')
  })
})
