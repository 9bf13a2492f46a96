import { HOUR } from '#core/instant'
import { aheadBy, now, realNow, setAhead } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { getValue, setValue } from '#server/platform/changes/queries'
import { nextTryAt } from '#server/delivery'
import { nextResponsesAt } from '#server/results'
import { nextFetchAt } from '#server/sources'
import { log } from '#server/platform/log'
import { httpRequest } from '#server/platform/net/httpRequest'
import { problem } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { withLoopsResting } from './loops'
import { fetchingRound, respondingRound, sendingRound } from './rounds'
import { announce } from '#server/platform/changes/announce'
import { nextFreezeAt } from '#server/sending'

const KEPT_AS = 'clock-ahead'

/** Takes up the clock where the data left it. Without the demo it is the machine's. */
export async function restoreClock(): Promise<void> {
  if (!settings().demo) return
  setAhead(Number((await getValue(await useDb(), KEPT_AS)) ?? 0))
  await tellStandins()
}

/** A process beside the one whose clock is moved looks how far it is. Returns what stops that. */
export function followClock(): () => Promise<void> {
  const timer = setInterval(() => {
    if (settings().demo) void useDb().then(async (db) => setAhead(Number((await getValue(db, KEPT_AS)) ?? 0)))
  }, settings().tickMs)
  return () => {
    clearInterval(timer)
    return Promise.resolve()
  }
}

/**
 * Moves the demo's clock forward, each thing that becomes due on the way happening at its own instant, in
 * order.
 */
export async function playForward(hours: number): Promise<{ now: string }> {
  if (!settings().demo) throw problem('notFound')
  return withLoopsResting(async () => {
    const target = now() + hours * HOUR
    for (let next = await nextInstant(); next !== null && next <= target; next = await nextInstant()) {
      await moveTo(Math.max(next, now()))
      await workOff()
    }
    await moveTo(Math.max(target, now()))
    await workOff()
    await inTransaction(async (db) => {
      await setValue(db, KEPT_AS, String(aheadBy()))
      await announce(db, null, 'clock', String(now()))
    })
    return { now: new Date(now()).toISOString() }
  })
}

/**
 * Sets the demo's clock to a past or future instant before there is any data: the demo begins some days ago.
 */
export async function beginAt(at: number): Promise<void> {
  if (!settings().demo) throw problem('notFound')
  await moveTo(at)
  await inTransaction((db) => setValue(db, KEPT_AS, String(aheadBy())))
}

async function moveTo(at: number): Promise<void> {
  setAhead(at - realNow())
  await tellStandins()
}

/** Works until nothing is due at this instant. What keeps failing is left for its next try. */
async function workOff(): Promise<void> {
  for (let round = 0; round < 20; round++) {
    const done = (await sendingRound()) + (await fetchingRound()) + (await respondingRound())
    if (done === 0) return
  }
}

async function nextInstant(): Promise<number | null> {
  const db = await useDb()
  const all = [
    await nextFetchAt(db),
    await nextTryAt(db, now()),
    await nextResponsesAt(),
    await nextFreezeAt(db),
  ]
  const known = all.filter((at) => at !== null)
  return known.length === 0 ? null : Math.min(...known)
}

/** The stand-in world lives by the same clock. */
async function tellStandins(): Promise<void> {
  if (!settings().standins) return
  try {
    await httpRequest('http://control.example/clock', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ahead: aheadBy() }),
    })
  } catch (error) {
    log.warn({ error }, 'The stand-ins could not be told the time.')
  }
}
