import { now, realNow } from '../clock'
import { useDb } from '../db'
import type { FeedRow } from '../db/rows'
import { dueFeeds, leaseFeed } from '../db/sources'
import { log } from '../log'
import { fetchFeed } from '../services/feeds'
import { settings } from '../settings'

const FEEDS_AT_ONCE = 24
const FEEDS_A_HOST = 2
/** Due feeds looked at to find some whose hosts have room. */
const CANDIDATES = 200

const running = new Set<Promise<void>>()
const perHost = new Map<string, number>()

/**
 * Starts fetching feeds that are due, as many as there is room for: some at a time, at most two of one host, so that a slow site
 * takes up no more than its own places. Does not wait for them; `ended` is called as each ends. Gives how many were started.
 */
export async function startDueFetches(ended: () => void = () => undefined): Promise<number> {
  let started = 0
  if (running.size >= FEEDS_AT_ONCE) return 0
  const db = await useDb()
  const busy = [...perHost].filter(([, count]) => count >= FEEDS_A_HOST).map(([host]) => host)
  for (const feed of await dueFeeds(db, now(), realNow(), busy, CANDIDATES)) {
    if (running.size >= FEEDS_AT_ONCE) break
    if ((perHost.get(feed.host) ?? 0) >= FEEDS_A_HOST) continue
    if (!(await leaseFeed(db, feed.id, realNow(), settings().leaseSeconds * 1000))) continue
    start(feed, ended)
    started++
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
