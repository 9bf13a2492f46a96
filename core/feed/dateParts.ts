import { toInstant, type Instant } from '../instant'

/** A date taken apart, its pieces as they were written. */
export interface DateParts {
  year: string
  /** 1 to 12, or a month's name. */
  month: number | string
  day: number
  hour?: string | undefined
  minute?: string | undefined
  second?: string | undefined
  /** Digits behind the second's point. */
  fraction?: string | undefined
  half?: 'am' | 'pm' | undefined
  zone?: string | undefined
}

/**
 * Zone names in minutes east of UTC. RFC 822 §5.1 names the American ones; of the others those that mean one
 * zone only.
 */
const ZONES: Record<string, number> = {
  z: 0,
  ut: 0,
  utc: 0,
  gmt: 0,
  wet: 0,
  est: -300,
  edt: -240,
  cst: -360,
  cdt: -300,
  mst: -420,
  mdt: -360,
  pst: -480,
  pdt: -420,
  akst: -540,
  akdt: -480,
  hst: -600,
  ast: -240,
  adt: -180,
  nst: -210,
  ndt: -150,
  brt: -180,
  bst: 60,
  west: 60,
  cet: 60,
  cest: 120,
  met: 60,
  mest: 120,
  mez: 60,
  mesz: 120,
  eet: 120,
  eest: 180,
  msk: 180,
  sast: 120,
  hkt: 480,
  sgt: 480,
  awst: 480,
  jst: 540,
  kst: 540,
  acst: 570,
  acdt: 630,
  aest: 600,
  aedt: 660,
  nzst: 720,
  nzdt: 780,
}

// First letters that tell a month in English, German, French, Italian, Spanish, Portuguese, Dutch, Swedish,
// Greek and Hungarian, accents taken off.
const MONTHS: string[][] = [
  ['jan', 'gen', 'ene', 'ιαν'],
  ['feb', 'fev', 'φεβ'],
  ['mar', 'mrt', 'maa', 'mae', 'mrz', 'μαρ', 'μαω'],
  ['apr', 'avr', 'abr', 'apri', 'απρ'],
  ['may', 'mai', 'maj', 'mag', 'mei', 'maju', 'μαι', 'μαϊ'],
  ['jun', 'juin', 'giu', 'ιουν'],
  ['jul', 'juil', 'lug', 'ιουλ'],
  ['aug', 'aou', 'ago', 'αυγ'],
  ['sep', 'set', 'szep', 'σεπ'],
  ['oct', 'okt', 'ott', 'out', 'οκτ'],
  ['nov', 'νοε'],
  ['dec', 'dez', 'dic', 'δεκ'],
]

/** The month, 1 to 12, that a word names; 0 for any other word. */
export function monthOf(word: string): number {
  const plain = word.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
  const [month] = MONTHS.flatMap((starts, at) =>
    starts
      .filter((start) => plain.startsWith(start))
      .map((start) => ({ month: at + 1, length: start.length })),
  ).sort((a, b) => b.length - a.length)
  return month?.month ?? 0
}

/** The instant; null when there is no such day or time. */
export function instantOf(parts: DateParts): Instant | null {
  const year = fullYear(parts.year)
  const month = typeof parts.month === 'number' ? parts.month : monthOf(parts.month)
  const hour = hourOf(parts)
  const minute = Number(parts.minute ?? 0)
  const second = Number(parts.second ?? 0)
  if (hour === null || month < 1 || month > 12 || parts.day < 1 || minute > 59 || second > 60) return null
  const offset = offsetMinutes(parts.zone)
  const dayExists = new Date(Date.UTC(year, month - 1, parts.day)).getUTCDate() === parts.day
  const milliseconds = parts.fraction ? Math.floor(Number(`0.${parts.fraction}`) * 1000) : 0
  const local = Date.UTC(year, month - 1, parts.day, hour, minute, Math.min(second, 59), milliseconds)
  if (offset === null || !dayExists || Number.isNaN(local)) return null
  return toInstant(local - offset * 60_000)
}

function hourOf({ hour, half, minute, second }: DateParts): number | null {
  const given = Number(hour ?? 0)
  if (half === undefined)
    return given < 24 || (given === 24 && Number(minute ?? 0) === 0 && Number(second ?? 0) === 0)
      ? given
      : null
  if (given > 12) return given < 24 ? given : null
  return (given % 12) + (half === 'pm' ? 12 : 0)
}

/** RFC 5322 §4.3: two digits under 50 are of this century, other two or three digits count from 1900. */
function fullYear(digits: string): number {
  const year = Number(digits)
  if (digits.replace(/^[+-]/, '').length >= 4) return year
  return digits.length === 2 && year < 50 ? 2000 + year : 1900 + year
}

function offsetMinutes(zone: string | undefined): number | null {
  if (!zone) return 0
  const digits = /^([+-])(\d\d):?(\d\d)?$/.exec(zone)
  if (digits) {
    const minutes = Number(digits[2]) * 60 + Number(digits[3] ?? 0)
    return minutes < 24 * 60 ? (digits[1] === '-' ? -1 : 1) * minutes : null
  }
  return ZONES[zone.toLowerCase()] ?? 0
}
