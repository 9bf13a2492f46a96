import { Temporal } from 'temporal-polyfill'

/** Days from one to another, as they stand in a text: where, and both as `YYYY-MM-DD`. */
export interface DaySpan {
  index: number
  text: string
  date: string
  until: string
}

const monthsOf = (language: string): string[] =>
  Array.from({ length: 12 }, (_, at) =>
    new Intl.DateTimeFormat(language, { month: 'long', timeZone: 'UTC' })
      .format(Date.UTC(2027, at, 15))
      .toLowerCase(),
  )

const MONTHS = { en: monthsOf('en'), es: monthsOf('es') }
const ORDINAL = '(\\d{1,2})(?:st|nd|rd|th)'
// What would make of two ordinals something else than days: centuries, floors, places.
const NO_NOUN =
  '(?=\\s*(?:$|[.,;:!?)\\]"”’–—-]|(?:at|in|and|with|for|only|from|when|as|but|or|is|are|we|on)\\b))'

/** The ways of saying such a span that the date reader has no ear for, by language. */
const WAYS: Partial<Record<string, { pattern: RegExp; months: string[] }>> = {
  en: {
    pattern: new RegExp(
      `\\b(?:the\\s)?${ORDINAL}\\s?(?:through|thru|to|until|till|[-–—])\\s?(?:the\\s)?${ORDINAL}` +
        `(?:\\sof\\s(${MONTHS.en.join('|')})\\b|${NO_NOUN})`,
      'gi',
    ),
    months: MONTHS.en,
  },
  es: {
    pattern: new RegExp(
      `\\b(?:del?\\s)?(\\d{1,2})\\s(?:al?|y|hasta el)\\s(\\d{1,2})\\sde\\s(${MONTHS.es.join('|')})\\b`,
      'gi',
    ),
    months: MONTHS.es,
  },
}

/**
 * Spans of days like «the 15th through the 17th» and «del 15 al 17 de marzo», from a day on: where no month
 * is said, in the first in which the last day is still to come; else in the next such month. Pure; linear in
 * the text's length.
 */
export function daySpans(text: string, { today, language }: { today: string; language: string }): DaySpan[] {
  const way = WAYS[language]
  if (!way) return []
  return [...text.matchAll(way.pattern)].flatMap((found) => {
    const [from, to] = [Number(found[1]), Number(found[2])]
    const last = lastDay(to, found[3] ? way.months.indexOf(found[3].toLowerCase()) + 1 : null, today)
    if (last === null || from < 1 || from > to) return []
    return [
      {
        index: found.index,
        text: found[0],
        date: last.with({ day: from }).toString(),
        until: last.toString(),
      },
    ]
  })
}

/** The first day with this number, from today on; in that month where one is named. */
function lastDay(day: number, month: number | null, today: string): Temporal.PlainDate | null {
  const start = Temporal.PlainDate.from(today)
  for (let ahead = 0; ahead <= 12; ahead++) {
    const first = start.with({ day: 1 }).add({ months: ahead })
    if (month !== null && first.month !== month) continue
    if (day < 1 || day > first.daysInMonth) continue
    const found = first.with({ day })
    if (Temporal.PlainDate.compare(found, start) >= 0) return found
  }
  return null
}
