import { HOUR, MINUTE } from './instant'

// How something is handed on over a way that may fail: what an answer means, and when it is tried again.

/** Taken; not now, so tried again; or never, whatever is tried. */
export type DispatchVerdict = 'taken' | 'again' | 'refused'

/**
 * Answers that are about what was sent: the same again would get the same (RFC 9110 §15.5, RFC 4918 §11.2).
 */
const ABOUT_WHAT_WAS_SENT: readonly number[] = [400, 406, 413, 415, 422]

/**
 * What a status of HTTP says of what was sent. Anything but a yes and a no to this very message is tried
 * again: a wrong token, an address that moved or a fault of the server's are put right by somebody.
 */
export function verdictOf(status: number): DispatchVerdict {
  if (status >= 200 && status < 300) return 'taken'
  return ABOUT_WHAT_WAS_SENT.includes(status) ? 'refused' : 'again'
}

const PAUSES: readonly number[] = [
  ...[MINUTE, 5 * MINUTE, 15 * MINUTE, HOUR],
  ...[3 * HOUR, 6 * HOUR, 12 * HOUR, 24 * HOUR],
]

/**
 * How long to wait after so many failures in a row, in milliseconds: longer each time, and as long as was
 * asked for where that is longer, up to a day.
 */
export function pauseAfter(failures: number, askedMs: number | null = null): number {
  const usual = PAUSES[Math.min(Math.max(failures, 1), PAUSES.length) - 1]!
  return Math.min(Math.max(usual, askedMs ?? 0), PAUSES.at(-1)!)
}
