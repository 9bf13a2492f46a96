import { monthOf, type DateParts } from './dateParts'

/** What is still to be understood of a date, and what was understood. */
interface Reading {
  rest: string
  parts: Partial<DateParts>
}

const CLOCK =
  /(?:^|[\sT:,])(\d{1,2}):(\d{1,2})(?::(\d{1,2})(?:[.,:](\d{1,9}))?)?(?:\s*([ap])\.?m\.?(?![a-z]))?/i
const HOUR_ONLY = /(?:^|\s)(\d{1,2})\s*([ap])\.?m\.?(?![a-z])/i
const OFFSET = /(?:\b(?:utc|gmt|[a-z]{3,5}))?\s?([+-]\d\d:?(?:\d\d)?)(?![\d-])/i
const ZONE_NAME = /(?:^|\s)(z|ut|[a-z]{3,5})$/i

/**
 * A date written in one of the ways feeds use besides the standards: Unix seconds, month names before or
 * behind the day, slashes, dots, twelve-hour clocks, Chinese, Japanese and Korean units, words of the week
 * anywhere. Null when it can't be told, also when day and month could be either.
 */
export function looseDate(text: string): DateParts | null {
  const stamp = fromDigits(text)
  if (stamp) return stamp
  const units = fromUnits(text)
  const reading: Reading = { rest: cleaned(units?.rest ?? text), parts: units?.parts ?? {} }
  if (!units) takeDate(reading)
  if (reading.parts.day === undefined) return null
  takeClock(reading)
  takeZone(reading)
  // What is left must be words (of the week, `at`, `um`); figures that were not understood make the date
  // doubtful.
  return /\d/.test(reading.rest) ? null : (reading.parts as DateParts)
}

/** Comments in brackets, the monotonic reading some programs add, and marks that separate. */
const cleaned = (text: string): string =>
  text
    .replace(/\([^()]*\)|\bm=[+-][\d.]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim()

/** `1332151919` (Unix seconds, also in milli-, micro- and nanoseconds), `20140601` and `20140722105203`. */
function fromDigits(text: string): DateParts | null {
  if (!/^\d+(\.\d+)?$/.test(text)) return null
  const compact = /^((?:19|20)\d\d)(\d\d)(\d\d)(?:(\d\d)(\d\d)(\d\d)?)?$/.exec(text)
  if (compact && text.length !== 10)
    return {
      year: compact[1]!,
      month: Number(compact[2]),
      day: Number(compact[3]),
      hour: compact[4],
      minute: compact[5],
      second: compact[6],
    }
  const digits = text.split('.')[0]!
  const scale = { 10: 1000, 13: 1, 16: 0.001, 19: 0.000001 }[digits.length]
  if (!scale) return null
  const at = new Date(Number(digits) * scale)
  const [hour, minute, second] = [at.getUTCHours(), at.getUTCMinutes(), at.getUTCSeconds()].map(String)
  return {
    year: String(at.getUTCFullYear()),
    month: at.getUTCMonth() + 1,
    day: at.getUTCDate(),
    hour,
    minute,
    second,
    fraction: String(at.getUTCMilliseconds()).padStart(3, '0'),
  }
}

/** `2014年04月08日 19:17:22` and `2004년 05월 28일 오후 11:31:15`. */
function fromUnits(text: string): Reading | null {
  const m = /(\d{4})\s?[年년]\s?(\d{1,2})\s?[月월]\s?(\d{1,2})\s?[日일]/.exec(text)
  if (!m) return null
  const rest = text.replace(m[0], ' ')
  const half = /오후|下午|午後/.test(rest) ? 'pm' : /오전|上午|午前/.test(rest) ? 'am' : undefined
  const clock = rest.replace(/[^\d:.+\s-]/g, ' ')
  // Korean is written in one zone of the clock; 年 stands for several.
  const zone = m[0].includes('년') && /\d/.test(clock) ? '+0900' : undefined
  return { rest: clock, parts: { year: m[1]!, month: Number(m[2]), day: Number(m[3]), half, zone } }
}

// Each way of writing a date, with its groups in the order given. Tried in turn; the first that fits is taken
// out of the text.
const WAYS: { form: RegExp; order: ('year' | 'month' | 'day' | 'either')[] }[] = [
  {
    form: /\b(\d{4})(?:-(\d{1,2})-|\/(\d{1,2})\/|\.(\d{1,2})\.|:(\d{1,2}):)(\d{1,2})(?![\d:])/,
    order: ['year', 'month', 'day'],
  },
  { form: /\b(\d{4})[-/. ](\p{L}{3,})\.?[-/. ](\d{1,2})(?!\d)/u, order: ['year', 'month', 'day'] },
  {
    form: /(?<![\d:])(\d{1,2})(?:-(\d{1,2})-|\/(\d{1,2})\/|\.(\d{1,2})\.)(\d{4}|\d\d)(?![\d:.])/,
    order: ['either', 'either', 'year'],
  },
  { form: /(?<![\d:])(\d{1,2}):(\d{1,2}):(\d{4})(?![\d:.])/, order: ['either', 'either', 'year'] },
  {
    form: new RegExp(
      [
        String.raw`(?<![\d:])(\d{1,2})(?:st|nd|rd|th|er|º|\.)?(?:\s+(?:de|of))?[-/. ]+`,
        String.raw`(\p{L}{3,})\.?,?(?:\s+(?:de|of))?[-/. ]+'?(\d{4}|\d\d(?![\d:]))(?!\d)`,
      ].join(''),
      'iu',
    ),
    order: ['day', 'month', 'year'],
  },
  {
    form: /(?<!\p{L})(\p{L}{3,})\.?[-/ ]+(\d{1,2})(?:st|nd|rd|th)?,?[-/ ]+'?(\d{4}|\d\d(?![\d:]))(?!\d)/iu,
    order: ['month', 'day', 'year'],
  },
  {
    form: /(?<!\p{L})(\p{L}{3,})\.?[-/ ](\d{1,2})(?:st|nd|rd|th)?,?(?=\s.{0,80}\s(\d{4})$)/iu,
    order: ['month', 'day', 'year'],
  },
]

function takeDate(reading: Reading): void {
  for (const { form, order } of WAYS) {
    for (const m of reading.rest.matchAll(new RegExp(form, form.flags + 'g'))) {
      const parts = partsOf(
        m.slice(1).filter((group) => group !== undefined),
        order,
      )
      if (!parts) continue
      let rest = `${reading.rest.slice(0, m.index)} ${reading.rest.slice(m.index + m[0].length)}`
      // `Thu May 8 17:57:51 2009`: the year stands at the end, apart.
      if (!m[0].includes(parts.year!)) rest = rest.replace(new RegExp(`\\s${parts.year}$`), '')
      Object.assign(reading, { rest: rest.trim(), parts })
      return
    }
  }
}

function partsOf(
  groups: string[],
  order: ('year' | 'month' | 'day' | 'either')[],
): Partial<DateParts> | null {
  const of = (name: string): string => groups[order.indexOf(name as 'year')]!
  if (order.includes('either')) return eitherWay(Number(groups[0]), Number(groups[1]), of('year'))
  const month = /^\d/.test(of('month')) ? Number(of('month')) : monthOf(of('month'))
  return month === 0 ? null : { year: of('year'), month, day: Number(of('day')) }
}

/** Two numbers of which one is the day: known when only one can be, or both are the same. */
function eitherWay(a: number, b: number, year: string): Partial<DateParts> | null {
  if (a > 31 || b > 31) return null
  if (a === b) return { year, month: a, day: a }
  if (a > 12 && b <= 12) return { year, month: b, day: a }
  return b > 12 && a <= 12 ? { year, month: a, day: b } : null
}

function takeClock(reading: Reading): void {
  const clock = CLOCK.exec(reading.rest)
  if (clock) {
    const half = clock[5] ? ((clock[5].toLowerCase() + 'm') as 'am' | 'pm') : reading.parts.half
    Object.assign(reading.parts, {
      hour: clock[1],
      minute: clock[2],
      second: clock[3],
      fraction: clock[4],
      half,
    })
    reading.rest = reading.rest.replace(clock[0], ' ')
    return
  }
  const hour = HOUR_ONLY.exec(reading.rest)
  if (!hour) return
  Object.assign(reading.parts, { hour: hour[1], half: (hour[2]!.toLowerCase() + 'm') as 'am' | 'pm' })
  reading.rest = reading.rest.replace(hour[0], ' ')
}

function takeZone(reading: Reading): void {
  const rest = reading.rest.trim()
  const offset = OFFSET.exec(rest)
  if (offset) {
    reading.parts.zone = offset[1]!
    // Some write it twice, once as a name.
    reading.rest = rest.replace(offset[0], ' ').replace(/\s[+-]\d\d(?::?\d\d)?(?!\d)/, ' ')
    return
  }
  const name = ZONE_NAME.exec(rest)
  if (name && reading.parts.hour !== undefined) {
    reading.parts.zone = name[1]!
    reading.rest = rest.slice(0, name.index)
  }
}
