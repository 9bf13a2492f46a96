import { PerformanceObserver, performance } from 'node:perf_hooks'
import type { H3Event } from 'h3'
import { log } from './log'

/**
 * How often the event loop is asked whether it is late, and from which delay on that is logged, in
 * milliseconds.
 */
const EVERY_MS = 10
const ALARM_MS = 200

/**
 * Requests being answered: method and path, ids taken out, so that no line of the log names a thing or a
 * secret address.
 */
const answering = new Map<symbol, string>()
/** Those that ended since the loop was last asked: what blocked it may have ended with the block. */
let ended = new Set<string>()

/** Notes that a request is being answered; the function it gives says that it is done. */
export function atWork(event: H3Event): () => void {
  const id = Symbol('request')
  answering.set(id, `${event.method} ${patternOf(event.path)}`)
  return () => {
    ended.add(answering.get(id) ?? '')
    answering.delete(id)
  }
}

/** A path with everything that could be an id, a key or a code left out, and without its query. */
export const patternOf = (path: string): string =>
  path
    .split('?', 1)[0]!
    .split('/')
    .map((part) => (/\d/.test(part) || part.length > 24 ? ':id' : part))
    .join('/')

let longest = 0
/** Milliseconds of collection pauses since the loop was last asked. */
let collecting = 0

/**
 * The longest time the event loop was blocked since this was last asked, in milliseconds, collection pauses
 * apart.
 */
export function longestDelay(): number {
  const found = longest
  longest = 0
  return Math.round(found)
}

/** Watches the event loop: nobody is answered while something computes on it. Gives what ends the watch. */
export function watchLoop(): () => void {
  const collections = new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) collecting += duration
  })
  collections.observe({ entryTypes: ['gc'] })
  let due = performance.now() + EVERY_MS
  const timer = setInterval(() => {
    const late = performance.now() - due
    // Collections are reported by a task of their own, which may run behind this one.
    setImmediate(() => note(late))
    due = performance.now() + EVERY_MS
  }, EVERY_MS)
  timer.unref()
  return () => {
    clearInterval(timer)
    collections.disconnect()
  }
}

function note(late: number): void {
  const blocked = late - collecting
  collecting = 0
  longest = Math.max(longest, blocked)
  if (late > ALARM_MS)
    log.warn(
      { ms: Math.round(late), routes: [...new Set([...ended, ...answering.values()])] },
      'The event loop was blocked.',
    )
  ended = new Set()
}
