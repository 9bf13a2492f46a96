import { DAY, HOUR, MINUTE, toInstant, type Instant } from '../instant'
import { zoneClock } from '../schedule/zoneClock'

/** Which of the two numbers of a date with slashes is the day. */
export type DayOrder = 'day-first' | 'month-first'

/** A cell that should hold a day and time: what it holds, or why nothing was made of it. */
export type ReadMoment =
  /** `endsAt`: the last moment of a day that stands there without a time; null where a time stands. */
  { at: Instant; endsAt: Instant | null } | { problem: 'unreadable' | 'no-such-day' | 'either' }

/** A cell as it is written: an instant, or a wall-clock time in milliseconds of a UTC calendar. */
type Written =
  { kind: 'instant' | 'local' | 'day'; ms: number } | { kind: 'unreadable' | 'no-such-day' | 'either' }

const ISO = new RegExp(
  String.raw`^(\d{4})-(\d{1,2})-(\d{1,2})` +
    String.raw`(?:[T ] ?(\d{1,2}):(\d{2})(?::(\d{2})(?:\.\d{1,9})?)? ?(Z|[+-]\d{2}:?\d{2})?)?$`,
  'i',
)
const DOTTED = /^(\d{1,2})\. ?(\d{1,2})\. ?(\d{4})(?:,? (\d{1,2})[:.](\d{2})(?::(\d{2}))?)?$/
const SLASHED = /^(\d{1,2})\/(\d{1,2})\/(\d{4})(?:,? (\d{1,2}):(\d{2})(?::(\d{2}))? ?([ap]\.?m\.?)?)?$/i
/** Cells of more characters hold no time. */
const LONGEST = 40

/** Which number is the day in dates with slashes, by those where only one can be; null where none tells. */
export function dayOrderOf(cells: readonly string[]): DayOrder | null {
  for (const cell of cells) {
    const [, first = '', second = ''] = SLASHED.exec(tidy(cell)) ?? []
    if (Number(first) > 12) return 'day-first'
    if (Number(second) > 12) return 'month-first'
  }
  return null
}

/**
 * Days and times as tables hold them: ISO 8601 with an offset or in the zone, `2.3.2027 10:00`, and with
 * slashes either way round by `order`. A day without a time is its beginning. A time that a change of the
 * clocks skips is read with the offset before it; of two, the first. Throws RangeError for an unknown zone.
 */
export function readMoments(
  cells: readonly string[],
  { zone, order }: { zone: string; order: DayOrder | null },
): ReadMoment[] {
  const written = cells.map((cell) => readOne(cell, order))
  const local = written.flatMap((one) => (one.kind === 'local' || one.kind === 'day' ? [one.ms] : []))
  let [first, last] = [local[0] ?? 0, local[0] ?? 0]
  for (const ms of local) {
    first = Math.min(first, ms)
    last = Math.max(last, ms)
  }
  const clock = zoneClock(zone, first - DAY, last + 2 * DAY)
  return written.map((one): ReadMoment => {
    if (!('ms' in one)) return { problem: one.kind }
    const ms = one.kind === 'instant' ? one.ms : clock.toUtc(one.ms)
    const endsAt = one.kind === 'day' ? toInstant(clock.toUtc(one.ms + DAY) - 1) : null
    return { at: toInstant(ms), endsAt }
  })
}

const tidy = (cell: string): string =>
  cell
    .slice(0, LONGEST + 1)
    .replace(/\s+/g, ' ')
    .trim()

function readOne(cell: string, order: DayOrder | null): Written {
  const text = tidy(cell)
  if (text.length > LONGEST) return { kind: 'unreadable' }
  const iso = ISO.exec(text)
  if (iso) {
    const [, year, month, day, hour, minute, second, offset] = iso
    return moment([year, month, day], [hour, minute, second], offset)
  }
  const dotted = DOTTED.exec(text)
  if (dotted) {
    const [, day, month, year, hour, minute, second] = dotted
    return moment([year, month, day], [hour, minute, second])
  }
  const slashed = SLASHED.exec(text)
  if (!slashed) return { kind: 'unreadable' }
  const [, first = '', second = '', year, hour, minute, seconds, half] = slashed
  const way = order ?? dayOrderOf([text]) ?? (first === second ? 'day-first' : null)
  if (way === null) return { kind: 'either' }
  const [day, month] = way === 'day-first' ? [first, second] : [second, first]
  return moment([year, month, day], [half ? fullHour(hour, half) : hour, minute, seconds])
}

/** `12 am` is midnight, `12 pm` noon; 13 and more have no half. */
function fullHour(hour: string | undefined, half: string): string {
  const twelve = Number(hour)
  if (twelve < 1 || twelve > 12) return '99'
  return String((twelve % 12) + (/^p/i.test(half) ? 12 : 0))
}

type Parts = (string | undefined)[]

function moment([year, month, day]: Parts, [hour, minute, second]: Parts, offset?: string): Written {
  const midnight = Date.UTC(Number(year), Number(month) - 1, Number(day))
  const back = new Date(midnight)
  if (back.getUTCMonth() !== Number(month) - 1 || back.getUTCDate() !== Number(day))
    return { kind: 'no-such-day' }
  if (hour === undefined) return { kind: 'day', ms: midnight }
  const [hours, minutes, seconds] = [Number(hour), Number(minute), Number(second ?? 0)]
  if (hours > 23 || minutes > 59 || seconds > 59) return { kind: 'unreadable' }
  const ms = midnight + hours * HOUR + minutes * MINUTE + seconds * 1_000
  return offset ? { kind: 'instant', ms: ms - offsetOf(offset) } : { kind: 'local', ms }
}

function offsetOf(offset: string): number {
  if (/^z$/i.test(offset)) return 0
  const [hours, minutes] = [Number(offset.slice(1, 3)), Number(offset.slice(-2))]
  return (offset.startsWith('-') ? -1 : 1) * (hours * HOUR + minutes * MINUTE)
}
