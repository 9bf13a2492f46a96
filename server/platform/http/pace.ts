import { setResponseHeader, type H3Event } from 'h3'
import { realNow } from '../clock'
import { problem } from './problem'

const MINUTE_MS = 60_000
/** Times at which each person did something of a kind, within the last minute. */
const times = new Map<string, number[]>()

/**
 * Refuses what a person asks for more often in a minute than anyone at a screen would, with how long to wait
 * (RFC 6585 §4). Counted by each process for itself: it guards the process, not the person.
 */
export function keepPace(
  event: H3Event,
  personId: string,
  { kind, perMinute }: { kind: string; perMinute: number },
): void {
  const now = realNow()
  forgetOld(now)
  const key = `${kind} ${personId}`
  const recent = (times.get(key) ?? []).filter((at) => at > now - MINUTE_MS)
  times.set(key, recent)
  if (recent.length >= perMinute) {
    const seconds = Math.ceil((recent[0]! + MINUTE_MS - now) / 1000)
    setResponseHeader(event, 'retry-after', seconds)
    throw problem('tooOften', seconds)
  }
  recent.push(now)
}

let forgotAt = 0
function forgetOld(now: number): void {
  if (now < forgotAt + MINUTE_MS) return
  forgotAt = now
  for (const [key, recent] of times) if ((recent.at(-1) ?? 0) <= now - MINUTE_MS) times.delete(key)
}

/** What costs much, and how often a person may ask for it: several times what anyone at a screen does. */
export const PACE = {
  /** What is computed anew while one types. */
  look: { kind: 'look', perMinute: 120 },
  /** What asks another server. */
  outside: { kind: 'outside', perMinute: 300 },
  /** What has a model write. */
  draft: { kind: 'draft', perMinute: 20 },
  /** All that one token asks. */
  token: { kind: 'token', perMinute: 1_200 },
  /** What takes in what a person sees. */
  capture: { kind: 'capture', perMinute: 60 },
  /** What makes a code to copy. */
  code: { kind: 'code', perMinute: 30 },
  /** What takes a picture apart. */
  picture: { kind: 'picture', perMinute: 60 },
  /** What puts a whole report together. */
  report: { kind: 'report', perMinute: 20 },
  /** What reads a file. */
  parse: { kind: 'parse', perMinute: 10 },
  /** What sends messages to people. */
  tell: { kind: 'tell', perMinute: 5 },
  /** What may send letters to new addresses. */
  mail: { kind: 'mail', perMinute: 10 },
  /** What takes a whole brand out, or in. */
  archive: { kind: 'archive', perMinute: 30 },
  /** What hashes a password. */
  password: { kind: 'password', perMinute: 10 },
} as const
