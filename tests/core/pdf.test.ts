import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pdfInstant, pdfPageText, pdfTitle, type PdfRun } from '#core/pdf'

/** A line of 10-point letters at a height, 5 points a letter. */
const line = (text: string, y: number, { x = 72, height = 10 } = {}): PdfRun => ({
  text,
  x,
  y,
  width: text.length * 5,
  height,
  endsLine: true,
})

describe('the text of a page', () => {
  it('joins the lines of a paragraph, and makes parted words whole', () => {
    const runs = [
      line('The owls are back in the church to-', 700),
      line('wer, and a well-', 688),
      line('Known baker sleeps. Soft hy\u00AD', 676),
      line('phens go.', 664),
    ]
    expect(pdfPageText(runs)).toBe(
      'The owls are back in the church tower, and a well- Known baker sleeps. Soft hyphens go.',
    )
  })

  it.each([
    ['a gap', [line('One.', 700), line('Two.', 670)]],
    ['other letters', [line('One.', 700, { height: 18 }), line('Two.', 684)]],
    ['a first line set in', [line('One ends here.', 700), line('Two.', 688, { x: 84 })]],
    ['another column', [line('One.', 100), line('Two.', 700, { x: 320 })]],
  ])('begins a paragraph at %s', (_, runs) => {
    expect(pdfPageText(runs)).toBe(`${runs[0]!.text}\n\nTwo.`)
  })

  it('puts spaces where there are gaps, parts joined letters, and leaves out what is blank', () => {
    const run = (text: string, x: number, endsLine = false): PdfRun => ({
      ...line(text, 700, { x }),
      endsLine,
    })
    expect(pdfPageText([run('The', 72), run('\uFB01rst', 92), run('’s', 112), run(' ', 125, true)])).toBe(
      'The first’s',
    )
    expect(pdfPageText([run(' ', 72, true), run('', 72, true)])).toBe('')
  })

  it('loses no letter, whatever stands where', () => {
    const anyRun = fc.record({
      text: fc.string({ unit: fc.constantFrom('a', 'B', 'é', '1', ' ', '.') }),
      x: fc.double({ min: -50, max: 700, noNaN: true }),
      y: fc.double({ min: -50, max: 900, noNaN: true }),
      width: fc.double({ min: 0, max: 500, noNaN: true }),
      height: fc.double({ min: 0, max: 90, noNaN: true }),
      endsLine: fc.boolean(),
    })
    fc.assert(
      fc.property(fc.array(anyRun), (runs) => {
        const letters = (text: string): string => text.replace(/\s/g, '')
        expect(letters(pdfPageText(runs))).toBe(letters(runs.map(({ text }) => text).join('')))
      }),
    )
  })
})

describe('the title', () => {
  const page = [
    line('Annual report', 780, { height: 9 }),
    line('A year of', 740, { height: 24 }),
    line('dark streets', 712, { height: 24 }),
    line('Text.', 680),
  ]
  it.each([
    ['The count of trees', 'The count of trees'],
    ['Microsoft Word - trees final 2', 'A year of dark streets'],
    ['trees_final.docx', 'A year of dark streets'],
    ['Untitled', 'A year of dark streets'],
    ['  ', 'A year of dark streets'],
    [null, 'A year of dark streets'],
  ])('of one that says %j is %j', (stated, title) => {
    expect(pdfTitle(stated, page)).toBe(title)
  })
  it('is none where there are no letters', () => {
    expect(pdfTitle('', [line('1', 700), line('– –', 600)])).toBeNull()
  })
})

// ISO 32000-1, 7.9.4, and its example.
it.each([
  ["D:199812231952-08'00'", '1998-12-24T03:52:00.000Z'],
  ["D:20261105090000+01'30'", '2026-11-05T07:30:00.000Z'],
  ['D:20261105090000Z', '2026-11-05T09:00:00.000Z'],
  ['D:2026', '2026-01-01T00:00:00.000Z'],
  ['20261105', '2026-11-05T00:00:00.000Z'],
  ['D:20269999', null],
  ['yesterday', null],
  [null, null],
])('the date %j is %j', (text, instant) => {
  expect(pdfInstant(text)).toBe(instant)
})
