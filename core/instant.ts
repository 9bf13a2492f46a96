/** An instant as an ISO 8601 string in UTC, e.g. `2026-11-24T08:41:00.000Z`. */
export type Instant = string

/** Weekday as ISO 8601 counts it: 1 is Monday, 7 is Sunday. */
export type Weekday = 1 | 2 | 3 | 4 | 5 | 6 | 7

/** Milliseconds since 1970 of an instant. NaN when the text is no instant. */
export const toMs = (at: Instant): number => Date.parse(at)

/** The instant that lies `ms` milliseconds after 1970-01-01T00:00Z. */
export const toInstant = (ms: number): Instant => new Date(ms).toISOString()

export const MINUTE = 60_000
export const HOUR = 60 * MINUTE
export const DAY = 24 * HOUR
