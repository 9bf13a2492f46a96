import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, localMoment } from '~/base/localTime'
import { markedPieces } from '~/articles/marks'
import { readTime } from '~/schedule/timetables'

describe('markedPieces', () => {
  it('marks whole words only, whatever their letter case', () => {
    expect(
      markedPieces('Comets and a comet; cometary', ['comet', 'Comets'])
        .filter((piece) => piece.marked)
        .map((piece) => piece.text),
    ).toEqual(['Comets', 'comet'])
  })

  it('loses and adds nothing', () => {
    fc.assert(
      fc.property(fc.string(), fc.array(fc.string({ minLength: 1 })), (text, forms) => {
        expect(
          markedPieces(text, forms)
            .map((piece) => piece.text)
            .join(''),
        ).toBe(text)
      }),
    )
  })
})

describe('local time', () => {
  it('reads the wall clock of a zone, also behind midnight', () => {
    expect(localMoment(Date.parse('2026-11-24T23:30:00Z'), 'Europe/Berlin')).toEqual({
      date: '2026-11-25',
      minutes: 30,
    })
    expect(localMoment(Date.parse('2026-11-24T00:00:00Z'), 'UTC')).toEqual({ date: '2026-11-24', minutes: 0 })
  })

  it('counts days over the end of a month', () => {
    expect(addDays('2026-02-27', 2)).toBe('2026-03-01')
  })
})

it.each([
  ['7:30', '07:30'],
  ['0730', '07:30'],
  ['07.05', '07:05'],
  ['24:00', null],
  ['12:60', null],
  ['noon', null],
])('readTime(%s) is %s', (text, time) => {
  expect(readTime(text)).toBe(time)
})
