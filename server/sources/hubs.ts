import { note, quoted } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import { createHmac, timingSafeEqual } from 'node:crypto'
import { DAY, HOUR, MINUTE } from '#core/instant'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { hubOf, hubsDue, putHub, removeHub, updateHub } from './queries/hubs'
import type { FeedRow, HubRow } from './rows'
import { feedById } from './queries/sources'
import { linksOf } from '#server/platform/net/links'
import { httpRequest } from '#server/platform/net/httpRequest'
import { problem, ProblemError } from '#server/platform/http/problem'
import { keyFor } from '#server/platform/secrets'
import { settings } from '#server/platform/settings'

// WebSub (W3C Recommendation): a feed that names a hub is announced by it, where this application can be
// reached from outside.
const LEASE_SECONDS = 7 * 24 * 60 * 60
const ASK_AGAIN_MS = 6 * HOUR
/** A hub may promise more; it is asked again all the same. */
const LONGEST_LEASE_MS = 90 * DAY

/** Subscribes to the hub a feed names, once; forgets it when the feed names none any more. */
export async function followHub(
  feed: FeedRow,
  said: { hubUrl: string | null; selfUrl: string | null },
  linkHeader: string | undefined,
): Promise<void> {
  if (!settings().publicUrl) return
  const links = linksOf(linkHeader, feed.url)
  const hubUrl = links.get('hub') ?? said.hubUrl
  const topicUrl = links.get('self') ?? said.selfUrl ?? feed.url
  const db = await useDb()
  const known = await hubOf(db, feed.id)
  if (!hubUrl) return known ? removeHub(db, feed.id) : undefined
  if (known?.hub_url === hubUrl && known.topic_url === topicUrl) return
  const row: HubRow = {
    feed_id: feed.id,
    hub_url: hubUrl,
    topic_url: topicUrl,
    state: 'asked',
    until: null,
    next_try_at: now(),
    message: null,
  }
  await putHub(db, row)
  await subscribe(row)
}

/** Asks again for subscriptions that are soon over or that were not answered. Gives how many. */
export async function renewHubs(): Promise<number> {
  if (!settings().publicUrl) return 0
  const due = await hubsDue(await useDb(), now(), 10)
  for (const hub of due) await subscribe(hub)
  return due.length
}

async function subscribe(hub: HubRow): Promise<void> {
  const db = await useDb()
  await updateHub(db, hub.feed_id, { next_try_at: now() + ASK_AGAIN_MS })
  const form = new URLSearchParams({
    'hub.callback': callbackOf(hub.feed_id),
    'hub.mode': 'subscribe',
    'hub.topic': hub.topic_url,
    'hub.lease_seconds': String(LEASE_SECONDS),
    'hub.secret': secretOf(hub.feed_id),
  })
  try {
    const answer = await httpRequest(hub.hub_url, {
      method: 'POST',
      headers: { 'content-type': 'application/x-www-form-urlencoded' },
      body: form.toString(),
    })
    if (answer.status >= 300)
      await updateHub(db, hub.feed_id, {
        state: 'refused',
        message: storeMessages([note('source.hub-answered', { status: answer.status })]),
      })
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error
    await updateHub(db, hub.feed_id, { message: storeMessages([error.reason]) })
  }
}

const derived = (purpose: string, feedId: string): string =>
  createHmac('sha256', keyFor(purpose)).update(feedId).digest('base64url')
const keyOf = (feedId: string): string => derived('hub addresses', feedId)
const secretOf = (feedId: string): string => derived('hub secrets', feedId)
const callbackOf = (feedId: string): string =>
  `${settings().publicUrl}/hooks/feeds/${feedId}/${keyOf(feedId)}`

/** The feed behind a callback's address. Throws `notFound` where the key in it is not ours. */
export async function feedBehind(feedId: string, key: string): Promise<{ feed: FeedRow; hub: HubRow }> {
  const db = await useDb()
  const [feed, hub] = isEqual(key, keyOf(feedId)) ? [await feedById(db, feedId), await hubOf(db, feedId)] : []
  if (!feed || !hub) throw problem('notFound')
  return { feed, hub }
}

function isEqual(a: string, b: string): boolean {
  const [left, right] = [Buffer.from(a), Buffer.from(b)]
  return left.length === right.length && timingSafeEqual(left, right)
}

/**
 * Answers a hub that asks whether the subscription is meant (WebSub §5.3): its challenge; throws `notFound`
 * for what we never asked.
 */
export async function confirm(feedId: string, key: string, query: Record<string, string>): Promise<string> {
  const { hub } = await feedBehind(feedId, key)
  if (query['hub.topic'] !== hub.topic_url) throw problem('notFound')
  const db = await useDb()
  if (query['hub.mode'] === 'denied') {
    await updateHub(db, feedId, {
      state: 'refused',
      message: query['hub.reason'] ? storeMessages([quoted(query['hub.reason'].slice(0, 300))]) : null,
      next_try_at: now() + DAY,
    })
    return ''
  }
  if (query['hub.mode'] !== 'subscribe' || !query['hub.challenge']) throw problem('notFound')
  const lease = Number(query['hub.lease_seconds'] ?? LEASE_SECONDS) * 1000
  const until =
    now() +
    (Number.isFinite(lease) ? Math.min(LONGEST_LEASE_MS, Math.max(5 * MINUTE, lease)) : LEASE_SECONDS * 1000)
  // Renewed a day before its end, or half-way through a short one.
  await updateHub(db, feedId, {
    state: 'on',
    until,
    message: null,
    next_try_at: Math.max(until - DAY, (now() + until) / 2),
  })
  return query['hub.challenge']
}

/** Whether a body was signed by a hub with this feed's secret (WebSub §8). */
export function isSigned(feedId: string, body: Uint8Array, signature: string | null): boolean {
  const [, method, digest] = /^(sha1|sha256|sha384|sha512)=([0-9a-f]{40,128})$/i.exec(signature ?? '') ?? []
  return (
    method !== undefined &&
    isEqual(
      digest!.toLowerCase(),
      createHmac(method.toLowerCase(), secretOf(feedId)).update(body).digest('hex'),
    )
  )
}
