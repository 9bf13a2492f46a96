/** An instant as an ISO 8601 string in UTC, e.g. `2026-11-24T08:41:00.000Z`. */
export type Instant = string

/** Weekday as ISO 8601 counts it: 1 is Monday, 7 is Sunday. */
export type Weekday = 1 | 2 | 3 | 4 | 5 | 6 | 7

/** Milliseconds since 1970 of an instant. NaN when the text is no instant. */
export const toMs = (at: Instant): number => Date.parse(at)

export const MINUTE = 60_000
export const HOUR = 60 * MINUTE
export const DAY = 24 * HOUR

let lastDay = { number: Number.NaN, text: '' }
const MINUTE_TEXTS = Array.from({ length: 24 * 60 }, (_, minute) => {
  const two = (value: number): string => String(value).padStart(2, '0')
  return `T${two(Math.floor(minute / 60))}:${two(minute % 60)}:00.000Z`
})

/**
 * The instant that lies `ms` milliseconds after 1970-01-01T00:00Z. Plans name thousands of whole minutes of
 * the same few days, for which this is several times as quick as asking Date for each.
 */
export function toInstant(ms: number): Instant {
  if (ms % MINUTE !== 0) return new Date(ms).toISOString()
  const day = Math.floor(ms / DAY)
  if (day !== lastDay.number) lastDay = { number: day, text: new Date(ms).toISOString().slice(0, -14) }
  return lastDay.text + MINUTE_TEXTS[(ms - day * DAY) / MINUTE]!
}

/** When an id of version 7 was made (RFC 9562 §5.7): its first 48 bits are milliseconds since 1970. */
export const madeAtOf = (id: string): number => Number.parseInt(id.replaceAll('-', '').slice(0, 12), 16)
