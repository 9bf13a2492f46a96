import type { Message } from '../message'
import { message } from '../messages'

/** A rule that can't be followed. `detail` says why. */
export class RuleError extends Error {
  readonly code = 'rule'
  readonly detail: Message

  constructor(detail: Message) {
    super(detail.code)
    this.name = 'RuleError'
    this.detail = detail
  }
}

export type Frequency = 'YEARLY' | 'MONTHLY' | 'WEEKLY' | 'DAILY'

/** A recurrence rule, its parts read (RFC 5545 §3.3.10). */
export interface Rule {
  freq: Frequency
  /** Its parts but for FREQ and UNTIL, as they are written. */
  parts: string[]
  /** `YYYYMMDD`, with `THHMMSS` and `Z` where it has a time; null for none. */
  until: string | null
}

const FREQUENCIES: readonly string[] = ['YEARLY', 'MONTHLY', 'WEEKLY', 'DAILY']
const TOO_OFTEN: readonly string[] = ['HOURLY', 'MINUTELY', 'SECONDLY']
const LONGEST = 500

/** Parts that say days, and whether a value of one suits it. */
const DAY_PARTS: Record<string, (value: string) => boolean> = {
  INTERVAL: (value) => isWhole(value, 1, 10_000),
  COUNT: (value) => isWhole(value, 1, 10_000),
  WKST: (value) => /^(MO|TU|WE|TH|FR|SA|SU)$/.test(value),
  BYDAY: each((value) => /^[+-]?\d{0,2}(MO|TU|WE|TH|FR|SA|SU)$/.test(value) && isOrdinal(value)),
  BYMONTH: each((value) => isWhole(value, 1, 12)),
  BYMONTHDAY: each((value) => isSigned(value, 31)),
  BYYEARDAY: each((value) => isSigned(value, 366)),
  BYWEEKNO: each((value) => isSigned(value, 53)),
  BYSETPOS: each((value) => isSigned(value, 366)),
}
/** Parts that say times of a day: rules of whole days have none. */
const TIME_PARTS: Record<string, (value: string) => boolean> = {
  BYHOUR: each((value) => isWhole(value, 0, 23)),
  BYMINUTE: each((value) => isWhole(value, 0, 59)),
  BYSECOND: each((value) => isWhole(value, 0, 60)),
}

/**
 * Reads a recurrence rule as RFC 5545 §3.3.10 writes it, with or without `RRULE:` before it. Throws RuleError
 * for what is none, what comes more than once a day (`withTimes` 24 times), and parts that may not stand
 * together.
 */
export function readRule(text: string, { withTimes = false } = {}): Rule {
  const written = text
    .trim()
    .replace(/^RRULE:/i, '')
    .toUpperCase()
  const parts = new Map<string, string>()
  for (const part of written.slice(0, LONGEST).split(';')) {
    if (part === '') continue
    const at = part.indexOf('=')
    const name = at < 0 ? part : part.slice(0, at)
    if (parts.has(name)) throw new RuleError(message('rule.twice', { text: name }))
    parts.set(name, at < 0 ? '' : part.slice(at + 1))
  }
  const freq = parts.get('FREQ') ?? ''
  if (written.length > LONGEST) throw new RuleError(message('rule.too-long'))
  if (TOO_OFTEN.includes(freq)) throw new RuleError(message('rule.too-often'))
  if (!isFrequency(freq)) throw new RuleError(message('rule.no-frequency'))
  const known = withTimes ? { ...DAY_PARTS, ...TIME_PARTS } : DAY_PARTS
  for (const [name, value] of parts) {
    if (name === 'FREQ' || name === 'UNTIL') continue
    if (!withTimes && name in TIME_PARTS) throw new RuleError(message('rule.too-often'))
    const suits = known[name]
    if (!suits) throw new RuleError(message('rule.unknown-part', { text: name.slice(0, 40) }))
    if (!suits(value))
      throw new RuleError(message('rule.no-value', { text: `${name}=${value}`.slice(0, 60) }))
  }
  const until = parts.get('UNTIL') ?? null
  if (until !== null && !/^\d{8}(T\d{6}Z?)?$/.test(until))
    throw new RuleError(message('rule.no-value', { text: `UNTIL=${until}`.slice(0, 60) }))
  const timesOfADay = Object.keys(TIME_PARTS).reduce(
    (times, name) => times * (parts.get(name) ?? '').split(',').length,
    1,
  )
  if (timesOfADay > 24) throw new RuleError(message('rule.too-often'))
  requireTogether(freq, parts)
  return {
    freq,
    until,
    parts: [...parts].flatMap(([name, value]) =>
      name === 'FREQ' || name === 'UNTIL' ? [] : [`${name}=${value}`],
    ),
  }
}

/** The table of RFC 5545 §3.3.10, and what it says before it. */
function requireTogether(freq: Frequency, parts: ReadonlyMap<string, string>): void {
  const isOrdinalDay = /\d/.test(parts.get('BYDAY') ?? '')
  const refused =
    (parts.has('COUNT') && parts.has('UNTIL') && 'COUNT, UNTIL') ||
    (parts.has('BYWEEKNO') && freq !== 'YEARLY' && `BYWEEKNO, FREQ=${freq}`) ||
    (parts.has('BYYEARDAY') && freq !== 'YEARLY' && `BYYEARDAY, FREQ=${freq}`) ||
    (parts.has('BYMONTHDAY') && freq === 'WEEKLY' && 'BYMONTHDAY, FREQ=WEEKLY') ||
    (isOrdinalDay && (freq === 'DAILY' || freq === 'WEEKLY') && `BYDAY, FREQ=${freq}`) ||
    (isOrdinalDay && parts.has('BYWEEKNO') && 'BYDAY, BYWEEKNO') ||
    (parts.has('BYSETPOS') && ![...parts.keys()].some((name) => /^BY(?!SETPOS)/.test(name)) && 'BYSETPOS')
  if (refused) throw new RuleError(message('rule.not-together', { text: refused }))
}

const isFrequency = (text: string): text is Frequency => FREQUENCIES.includes(text)

function each(suits: (value: string) => boolean): (values: string) => boolean {
  return (values) => values.split(',').every(suits)
}

const isWhole = (value: string, least: number, most: number): boolean =>
  /^\d{1,5}$/.test(value) && Number(value) >= least && Number(value) <= most

const isSigned = (value: string, most: number): boolean =>
  /^[+-]?\d{1,3}$/.test(value) && Math.abs(Number(value)) >= 1 && Math.abs(Number(value)) <= most

function isOrdinal(value: string): boolean {
  const number = value.slice(0, -2)
  return number === '' || isSigned(number, 53)
}
