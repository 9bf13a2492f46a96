import { setTimeout as pause } from 'node:timers/promises'
import { now, realNow } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import type { FeedRow } from './rows'
import { dueFeeds, leaseFeed } from './queries/sources'
import { log } from '#server/platform/log'
import { fetchFeed } from './feeds'
import { settings } from '#server/platform/settings'

const FEEDS_AT_ONCE = 24
const FEEDS_A_HOST = 2
/**
 * Milliseconds between two starts: a thousand unchanged feeds that answer at once must not crowd out people's
 * requests.
 */
const APART_MS = 5
/**
 * Due feeds looked up at a time. Of one slow host there may be more than that, which then wait for it alone.
 */
const LOOKED_UP = 500

const running = new Set<Promise<void>>()
const perHost = new Map<string, number>()
/** Due feeds looked up and not yet begun; whether one is still due is asked again when it is leased. */
let waiting: FeedRow[] = []

/**
 * Starts fetching feeds that are due, as many as there is room for: some at a time, at most two of one host,
 * so that a slow site takes up no more than its own places. Does not wait for them; `ended` is called as each
 * ends. Gives how many were started.
 */
export async function startDueFetches(ended: () => void = () => undefined): Promise<number> {
  const db = await useDb()
  let started = 0
  let isLookedUp = false
  while (running.size < FEEDS_AT_ONCE) {
    const at = waiting.findIndex(({ host }) => (perHost.get(host) ?? 0) < FEEDS_A_HOST)
    if (at < 0) {
      if (isLookedUp) break
      waiting = await dueFeeds(db, now(), realNow(), LOOKED_UP)
      isLookedUp = true
      continue
    }
    const [feed] = waiting.splice(at, 1) as [FeedRow]
    if (!(await leaseFeed(db, feed.id, now(), realNow(), settings().leaseSeconds * 1000))) continue
    start(feed, ended)
    started++
    await pause(APART_MS)
  }
  return started
}

/** Resolves when no fetch is on its way. */
export async function fetchesEnded(): Promise<void> {
  while (running.size > 0) await Promise.all(running)
}

function start(feed: FeedRow, ended: () => void): void {
  perHost.set(feed.host, (perHost.get(feed.host) ?? 0) + 1)
  const mine: Promise<void> = fetchFeed(feed)
    .catch((error: unknown) => log.error({ error, feed: feed.url }, 'A fetch could not be ended.'))
    .then(() => {
      running.delete(mine)
      const left = (perHost.get(feed.host) ?? 1) - 1
      if (left > 0) perHost.set(feed.host, left)
      else perHost.delete(feed.host)
      ended()
    })
  running.add(mine)
}
