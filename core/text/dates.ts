import { de, en, es, fr, it, nl, pt } from 'chrono-node'
import { Temporal } from 'temporal-polyfill'

interface DateOptions {
  now: string
  zone: string
  language: string | null
}

interface DateInText {
  text: string
  start: number
  end: number
  /** `YYYY-MM-DD` */
  date: string
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
 * Days that a text names, as the brand's zone counts them: «Thursday» is the next one from `now` on, «3 March» without a year the next.
 * Spans of time without a day («in March», «for two weeks») are none. English where the language has no reader.
 */
export function datesIn(text: string, options: DateOptions): DateInText[] {
  const asked = JSON.stringify([text, options.now, options.zone, options.language])
  // The accounts of one post ask the same one after another.
  if (last.asked !== asked) last = { asked, found: readDates(text, options) }
  return last.found.map((one) => ({ ...one }))
}

let last: { asked: string; found: DateInText[] } = { asked: '', found: [] }

function readDates(text: string, options: DateOptions): DateInText[] {
  const code = (options.language ?? 'en').toLowerCase()
  const reader = READERS[code] ?? READERS[code.slice(0, 2)] ?? en.GB
  const zoned = Temporal.Instant.from(options.now).toZonedDateTimeISO(options.zone)
  const reference = { instant: new Date(options.now), timezone: zoned.offsetNanoseconds / 60e9 }
  return reader.parse(text, reference, { forwardDate: true }).flatMap((found) => {
    const { start } = found
    // Hours and minutes from now are a span, not a day.
    if (found.tags().has('result/relativeDateAndTime') || (!start.isCertain('day') && !start.isCertain('weekday'))) return []
    const date = dayOf(start.get('year')!, start.get('month')!, start.get('day')!)
    const said = found.text.replace(/[\s,;.]+$/, '')
    return [{ text: said, start: found.index, end: found.index + said.length, date }]
  })
}

const dayOf = (year: number, month: number, day: number): string => new Date(Date.UTC(year, month - 1, day)).toISOString().slice(0, 10)
