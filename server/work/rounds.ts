import { now, realNow } from '../clock'
import { useDb } from '../db'
import type { FeedRow } from '../db/rows'
import { leaseDueFeeds } from '../db/sources'
import { fetchFeed } from '../services/feeds'
import { freezeDue, workDueDeliveries } from '../services/deliveries'
import { settings } from '../settings'

const FEEDS_AT_ONCE = 12
const FEEDS_A_HOST = 2

/** Fetches the feeds that are due, several at a time, at most two of one host. Gives how many. */
export async function fetchingRound(): Promise<number> {
  const due = await leaseDueFeeds(await useDb(), now(), realNow(), settings().leaseSeconds * 1000, FEEDS_AT_ONCE)
  const hosts = new Map<string, FeedRow[]>()
  for (const feed of due) {
    const { host } = new URL(feed.url)
    hosts.set(host, [...(hosts.get(host) ?? []), feed])
  }
  await Promise.all([...hosts.values()].map((feeds) => fetchInLanes(feeds)))
  return due.length
}

async function fetchInLanes(feeds: FeedRow[]): Promise<void> {
  const waiting = [...feeds]
  const lane = async (): Promise<void> => {
    for (let feed = waiting.shift(); feed; feed = waiting.shift()) await fetchFeed(feed)
  }
  await Promise.all(Array.from({ length: FEEDS_A_HOST }, lane))
}

/** Freezes what is due and works on every due delivery. Gives how many things were done. */
export async function sendingRound(): Promise<number> {
  const frozen = await freezeDue()
  return frozen + (await workDueDeliveries())
}
