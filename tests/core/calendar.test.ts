// Source: ical.js 2.2.1 (MPL-2.0), which reads what is written here back.
import ICAL from 'ical.js'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { writeCalendar, type CalendarEntry } from '#core/formats'

const event = (more: Partial<CalendarEntry> = {}): CalendarEntry => ({
  ...{ uid: 'one@quill', at: '2027-03-02T10:00:00.000Z', minutes: 15, title: 'A title', text: 'Words.' },
  ...{ url: null, status: 'confirmed', categories: [] },
  ...more,
})
const write = (events: CalendarEntry[], name = 'A brand') =>
  writeCalendar(name, events, {
    ...{ zone: 'Europe/Lisbon', madeAt: '2027-03-02T09:00:00.000Z' },
    url: 'https://quill.example/calendars/1/key.ics',
  })
const readBack = (text: string) => {
  const calendar = new ICAL.Component(ICAL.parse(text) as unknown[])
  return calendar.getAllSubcomponents('vevent').map((one) => {
    const read = new ICAL.Event(one)
    return {
      uid: read.uid,
      at: read.startDate.toJSDate().toISOString(),
      minutes: read.duration.toSeconds() / 60,
      title: read.summary,
      text: read.description ?? '',
      url: (one.getFirstPropertyValue('url') as string | null) ?? null,
      status: String(one.getFirstPropertyValue('status')).toLowerCase(),
      categories: one.getFirstProperty('categories')?.getValues() ?? [],
    }
  })
}

describe('a calendar', () => {
  it('is read back as it was', () => {
    const events = [
      event(),
      event({
        ...{ uid: 'two@quill', title: 'Lamps, bread; and \\ "more"', text: 'One line.\n\nAnother: 😀.' },
        ...{ url: 'https://paper.example/a?b=1,2;c=3', status: 'tentative', categories: ['Own, news', 'b'] },
      }),
    ]
    expect(readBack(write(events))).toEqual(events)
  })

  it('holds lines of 75 octets at most, ended as the standard has it', () => {
    const text = write([event({ text: 'ä😀, '.repeat(200) })], 'ü'.repeat(200))
    const lines = text.split('\r\n')
    expect(lines.at(-1)).toBe('')
    for (const line of lines) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(75)
    expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/)
  })

  it('loses nothing that has a place in it, whatever is written', () => {
    const words = fc.string({ unit: 'binary', maxLength: 200 })
    // What is no text: control characters but the tab and ends of lines, and other ways to end one.
    const plain = (text: string): string =>
      text
        .replace(/\r\n?|[\u2028\u2029\u0085]/g, '\n')
        // eslint-disable-next-line no-control-regex
        .replace(/[\u0000-\u0008\u000b-\u001f\u007f]/g, '')
    fc.assert(
      fc.property(words, words, fc.array(words, { maxLength: 3 }), (title, text, categories) => {
        const named = categories.map(plain).filter((one) => one !== '')
        const [read] = readBack(write([event({ title, text, categories: named })]))
        expect(read).toEqual(event({ title: plain(title), text: plain(text), categories: named }))
      }),
      { numRuns: 500 },
    )
  })

  it('leaves out an address that is none, and breaks no line with one', () => {
    const urls = ['no address', 'https://x.example/a b\r\nATTENDEE:mailto:x@y.example']
    const text = write(urls.map((url) => event({ url })))
    expect(text).not.toMatch(/^ATTENDEE/m)
    expect(readBack(text).map(({ url }) => url)).toEqual([
      null,
      'https://x.example/a%20bATTENDEE:mailto:x@y.example',
    ])
  })
})
