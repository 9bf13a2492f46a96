import { toInstant, type Instant } from '../instant'

const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

/** RFC 822 §5.1 zone names, in minutes east of UTC. The military letters are left out: RFC 5322 §4.3 says they were used wrongly. */
const ZONES: Record<string, number> = { z: 0, ut: 0, utc: 0, gmt: 0, est: -300, edt: -240, cst: -360, cdt: -300, mst: -420, mdt: -360, pst: -480, pdt: -420 } // prettier-ignore

const ISO = /^([+-]?\d{4})-?(\d\d)(?:-?(\d\d))?(?:[T\s]+(\d\d):?(\d\d)(?::?(\d\d)(?:[.,](\d+))?)?)?\s*(Z|[+-]\d\d:?(?:\d\d)?)?$/i
const RFC822 =
  /^(?:[a-z]+,?\s+)?(\d{1,2})[\s-]+([a-z]{3,})\.?[\s-]+(\d{2,4})(?:[\s,T]+(\d{1,2}):(\d\d)(?::(\d\d)(?:\.\d+)?)?)?\s*([a-z]+|[+-]\d\d:?\d\d)?(?:\s*\([^)]*\))?$/i

/**
 * The instant a feed's date means (RFC 3339, ISO 8601, RFC 822 and 5322 with their common slips); null when it can't be told
 * or no such day exists. A date without zone counts as UTC, one without time as midnight; second 60 is taken as 59.
 */
export function parseFeedDate(text: string): Instant | null {
  const clean = text.trim().replace(/\s+/g, ' ')
  return fromIso(clean) ?? fromRfc822(clean)
}

function fromIso(text: string): Instant | null {
  const m = ISO.exec(text)
  if (!m) return null
  const milliseconds = m[7] ? Math.floor(Number(`0.${m[7]}`) * 1000) : 0
  return instantOf(Number(m[1]), Number(m[2]), Number(m[3] ?? 1), [m[4], m[5], m[6]], m[8], milliseconds)
}

function fromRfc822(text: string): Instant | null {
  const m = RFC822.exec(text)
  if (!m) return null
  const month = MONTHS.indexOf(m[2]!.slice(0, 3).toLowerCase()) + 1
  return instantOf(fullYear(m[3]!), month, Number(m[1]), [m[4], m[5], m[6]], m[7], 0)
}

/** RFC 5322 §4.3: two digits under 50 are of this century, other two or three digits count from 1900. */
function fullYear(digits: string): number {
  const year = Number(digits)
  if (digits.length >= 4) return year
  return digits.length === 2 && year < 50 ? 2000 + year : 1900 + year
}

function instantOf(year: number, month: number, day: number, time: (string | undefined)[], zone: string | undefined, milliseconds: number): Instant | null {
  const [hour, minute, second] = time.map((part) => Number(part ?? 0)) as [number, number, number]
  const offset = offsetMinutes(zone)
  if (offset === null || month < 1 || month > 12 || day < 1 || hour > 24 || minute > 59 || second > 60) return null
  const local = new Date(Date.UTC(year, month - 1, day, hour, minute, Math.min(second, 59), milliseconds))
  const dayExists = new Date(Date.UTC(year, month - 1, day)).getUTCDate() === day
  if (!dayExists || Number.isNaN(local.getTime())) return null
  return toInstant(local.getTime() - offset * 60_000)
}

function offsetMinutes(zone: string | undefined): number | null {
  if (!zone) return 0
  const digits = /^([+-])(\d\d):?(\d\d)?$/.exec(zone)
  if (digits) return (digits[1] === '-' ? -1 : 1) * (Number(digits[2]) * 60 + Number(digits[3] ?? 0))
  return ZONES[zone.toLowerCase()] ?? null
}
