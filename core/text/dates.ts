import { de, en, es, fr, it, nl, pt } from 'chrono-node'
import { Temporal } from 'temporal-polyfill'
import { daySpans } from './daySpans'
import { withoutEnd } from './ends'

interface DateOptions {
  now: string
  zone: string
  language: string | null
}

interface DateInText {
  text: string
  start: number
  end: number
  /** The day, or the first of several, `YYYY-MM-DD`. */
  date: string
  /** The last of several days; `date` where it is one. */
  until: string
}

type Reader = Pick<typeof en.casual, 'parse'>

// British order (day first) everywhere but in American English.
const READERS: Record<string, Reader> = {
  de: de.casual,
  en: en.GB,
  'en-us': en.casual,
  es: es.casual,
  fr: fr.casual,
  it: it.casual,
  nl: nl.casual,
  pt: pt.casual,
}

/**
 * Days that a text names, as the brand's zone counts them: «Thursday» is the next one from `now` on, «3
 * March» without a year the next. Spans of time without a day («in March», «for two weeks») are none. English
 * where the language has no reader. «The 15th through the 17th» has both its ends.
 */
export function datesIn(text: string, options: DateOptions): DateInText[] {
  const asked = JSON.stringify([text, options.now, options.zone, options.language])
  // The accounts of one post ask the same one after another.
  if (last.asked !== asked) last = { asked, found: readDates(text, options) }
  return last.found.map((item) => ({ ...item }))
}

let last: { asked: string; found: DateInText[] } = { asked: '', found: [] }

function readDates(text: string, options: DateOptions): DateInText[] {
  const code = (options.language ?? 'en').toLowerCase()
  const reader = READERS[code] ?? READERS[code.slice(0, 2)] ?? en.GB
  const zoned = Temporal.Instant.from(options.now).toZonedDateTimeISO(options.zone)
  const reference = { instant: new Date(options.now), timezone: zoned.offsetNanoseconds / 60e9 }
  const today = zoned.toPlainDate().toString()
  return stretchesOf(text).flatMap(({ text: stretch, at }) => {
    const spans = daySpans(stretch, { today, language: code.slice(0, 2) })
    const dates = reader.parse(stretch, reference, { forwardDate: true }).flatMap((found) => {
      const { start, end } = found
      // Hours and minutes from now are a span, not a day.
      if (
        found.tags().has('result/relativeDateAndTime') ||
        (!start.isCertain('day') && !start.isCertain('weekday'))
      )
        return []
      const date = dayIn(start)
      const until = end && (end.isCertain('day') || end.isCertain('weekday')) ? dayIn(end) : date
      return [{ index: found.index, text: found.text, date, until: until > date ? until : date }]
    })
    const isWithin = (index: number): boolean =>
      spans.some((span) => index >= span.index && index < span.index + span.text.length)
    return [...spans, ...dates.filter(({ index }) => !isWithin(index))]
      .sort((a, b) => a.index - b.index)
      .map(({ index, text: found, date, until }) => {
        const said = withoutEnd(found, ' \t\r\n\u00a0,;.')
        return { text: said, start: at + index, end: at + index + said.length, date, until }
      })
  })
}

/** Characters of a text that are looked at: no post that goes out is longer. */
const LONGEST_TEXT = 10_000
/**
 * Characters looked at together: no date in words is longer, and the reader's patterns take the square of it,
 * or its third power.
 */
const STRETCH = 240
/**
 * Blanks and figures in a row that part two stretches: no date has so many, and such runs are what makes the
 * reader slow.
 */
const RUN = /[^\S\n]{4,}|[0-9零〇一二三四五六七八九十]{12,}|\n+/g

/** A text in stretches short enough for the reader, each with its place. */
function stretchesOf(text: string): { text: string; at: number }[] {
  const stretches: { text: string; at: number }[] = []
  const add = (from: number, to: number): void => {
    for (let at = from; at < to;) {
      const end = to - at <= STRETCH ? to : endOfStretch(text, at)
      stretches.push({ text: text.slice(at, end), at })
      at = end
    }
  }
  const looked = text.slice(0, LONGEST_TEXT)
  let from = 0
  for (const run of looked.matchAll(RUN)) {
    add(from, run.index)
    from = run.index + run[0].length
  }
  add(from, looked.length)
  return stretches
}

/** Where a stretch that is too long ends: behind a sentence, else behind a word. */
function endOfStretch(text: string, at: number): number {
  const part = text.slice(at, at + STRETCH)
  const sentence = Math.max(part.lastIndexOf('. '), part.lastIndexOf('! '), part.lastIndexOf('? '))
  const end = sentence > 0 ? sentence + 2 : part.lastIndexOf(' ') + 1
  return at + (end || STRETCH)
}

const dayIn = (said: { get(part: 'year' | 'month' | 'day'): number | null }): string =>
  new Date(Date.UTC(said.get('year')!, said.get('month')! - 1, said.get('day')!)).toISOString().slice(0, 10)
