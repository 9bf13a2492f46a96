import type { Instant } from '../instant'
import { instantOf, type DateParts } from './dateParts'
import { looseDate } from './looseDate'

const ISO =
  /^([+-]?\d{4})-?(\d\d)(?:-?(\d\d))?(?:[T\s]+(\d\d):?(\d\d)(?::?(\d\d)(?:[.,](\d+))?)?)? ?(Z|[+-]\d\d:?(?:\d\d)?)?$/i
/** W3C-DTF, which `dc:date` follows, allows a year alone. */
const YEAR = /^(?:19|20)\d\d$/
const ISO_YEAR_DAY = /^(\d{4})-?(\d{3})$/
const RFC822 = new RegExp(
  [
    String.raw`^(?:[a-z]+,?\s+)?(\d{1,2})[\s-]+([a-z]{3,})\.?[\s-]+(\d{2,4})`,
    String.raw`(?:[\s,T]+(\d{1,2}):(\d\d)(?::(\d\d)(?:\.(\d+))?)?)?`,
    String.raw` ?([a-z]+|[+-]\d\d:?\d\d)?(?: ?\([^)]*\))?$`,
  ].join(''),
  'i',
)
/** Longer texts are no dates; the limit keeps hostile ones cheap. */
const LONGEST = 100

/**
 * The instant a feed's date means: RFC 3339 and ISO 8601, RFC 822 and 5322, then the other ways in which
 * feeds write dates (month names of several languages, slashes, Unix seconds, times of twelve hours). Null
 * when it can't be told, when no such day exists, or when day and month can't be told apart (`04/02/2014`). A
 * date without zone or with an unknown zone name counts as UTC (RFC 5322 §4.3), one without time as midnight;
 * second 60 is taken as 59.
 */
export function parseFeedDate(text: string): Instant | null {
  if (text.length > LONGEST) return null
  const clean = text.trim().replace(/\s+/g, ' ')
  const parts = fromIso(clean) ?? fromRfc822(clean) ?? looseDate(clean)
  return parts === null ? null : instantOf(parts)
}

function fromIso(text: string): DateParts | null {
  const m = ISO.exec(text)
  if (m)
    return {
      year: m[1]!,
      month: Number(m[2]),
      day: Number(m[3] ?? 1),
      hour: m[4],
      minute: m[5],
      second: m[6],
      fraction: m[7],
      zone: m[8],
    }
  if (YEAR.test(text)) return { year: text, month: 1, day: 1 }
  const ordinal = ISO_YEAR_DAY.exec(text)
  if (!ordinal || Number(ordinal[2]) < 1 || Number(ordinal[2]) > 366) return null
  const at = new Date(Date.UTC(Number(ordinal[1]), 0, Number(ordinal[2])))
  return at.getUTCFullYear() === Number(ordinal[1])
    ? { year: ordinal[1]!, month: at.getUTCMonth() + 1, day: at.getUTCDate() }
    : null
}

function fromRfc822(text: string): DateParts | null {
  const m = RFC822.exec(text)
  if (!m) return null
  return {
    year: m[3]!,
    month: m[2]!,
    day: Number(m[1]),
    hour: m[4],
    minute: m[5],
    second: m[6],
    fraction: m[7],
    zone: m[8],
  }
}
