import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { storeMessages } from '#server/platform/db/messages'
import { saySource } from '#shared/sources/messages'
import { readFeedTask, type ReadFeedResult } from './tasks'
import { createHash } from 'node:crypto'
import { FeedError } from '#core/feed'
import { MINUTE } from '#core/instant'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import type { FeedRow } from './rows'
import * as sources from './queries/sources'
import { log } from '#server/platform/log'
import { freshMinutes, validatorsOf, conditionsFor } from '#server/platform/net/caching'
import { retryAfterMs } from '#server/platform/net/meanings'
import { httpRequest, type HttpResponse } from '#server/platform/net/httpRequest'
import { problem, ProblemError } from '#server/platform/http/problem'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import type { LaneName } from '#server/platform/jobs/lanes'
import { announce } from '#server/platform/changes/announce'
import { newestDates, storeItems } from './feedArticles'
import { backOffMs, nextTurn } from './feedTurns'
import { followHub } from './hubs'
import { articlesStored } from './hooks'
import { moveFeed } from './moves'

const ACCEPT =
  'application/atom+xml, application/rss+xml, application/feed+json, application/rdf+xml, application/xml;q=0.9, text/xml;q=0.9, */*;q=0.5'
const fetching = new Map<string, Promise<void>>()

/** Bytes from which on a feed takes longer to read than the lane of waiting people grants. */
const LARGE_BYTES = 2 * 1024 * 1024

/**
 * Reads the bytes of an answer as a feed, in a worker thread. Throws a ProblemError where they are none. A
 * very large one is read in the background's time, also where somebody waits for it.
 */
export async function readAnswer(answer: HttpResponse, lane: LaneName): Promise<ReadFeedResult> {
  try {
    return await runInThread(
      answer.body.length > LARGE_BYTES ? 'background' : lane,
      [`host:${new URL(answer.url).hostname}`],
      readFeedTask,
      {
        body: answer.body,
        url: answer.url,
        contentType: answer.headers['content-type'] ?? null,
      },
    )
  } catch (error) {
    if (error instanceof FeedError) throw problem('notAFeed', saySource(error.detail))
    throw error instanceof TaskStopped ? problem('notAFeed', error.message) : error
  }
}

/**
 * Fetches one feed now, keeps what is new and says so. A failure is kept at the feed, with its sentence, and
 * never thrown. Two who want the same feed at once get the same fetch.
 */
export function fetchFeed(feed: FeedRow): Promise<void> {
  const running = fetching.get(feed.id)
  if (running) return running
  const mine = fetchOnce(feed).finally(() => fetching.delete(feed.id))
  fetching.set(feed.id, mine)
  return mine
}

async function fetchOnce(feed: FeedRow): Promise<void> {
  try {
    const answer = await httpRequest(feed.url, { headers: { accept: ACCEPT, ...conditionsFor(feed) } })
    await take(feed, answer)
  } catch (error) {
    if (!(error instanceof ProblemError)) log.error({ error, feed: feed.url }, 'A feed could not be kept.')
    await fail(feed, error instanceof ProblemError ? error.reason : note('source.not-kept'), 0)
  }
}

async function take(feed: FeedRow, answer: HttpResponse): Promise<void> {
  const { status, headers } = answer
  if (status === 304 || (status === 200 && hashOf(answer.body) === feed.body_hash)) {
    return settle(await moveFeed(feed, answer.lastingUrl), validatorsOf(headers, feed), headers)
  }
  if (status === 200) return storeFetchedFeed(feed, answer, await readAnswer(answer, 'background'))
  const trouble = problem('httpStatus', new URL(feed.url).hostname, status).reason
  await fail(
    feed,
    trouble,
    waitAsked(status, headers['retry-after']),
    status === 410 ? { gone_at: feed.gone_at ?? now() } : {},
  )
}

/** Who says «too often» without saying how long is left alone for an hour (common practice). */
const waitAsked = (status: number, retryAfter: string | undefined): number =>
  retryAfterMs(retryAfter, now()) ?? (status === 429 ? 60 * MINUTE : 0)

/**
 * Keeps a feed that has just been read: its articles, what it says of itself, and where it lies from now on.
 * `known`: the feed whose validators stay, where the answer is not the site's own but a hub's.
 */
export async function storeFetchedFeed(
  feed: FeedRow,
  answer: HttpResponse,
  read: ReadFeedResult,
  known: FeedRow | null = null,
): Promise<void> {
  const { fresh, notes } = await inTransaction((db) => storeItems(db, feed, read))
  const home = await moveFeed(feed, answer.lastingUrl)
  await articlesStored.run(home, fresh)
  const { feed: said } = read
  await settle(
    home,
    {
      ...validatorsOf(answer.headers, known),
      title: said.title,
      home_url: said.homeUrl,
      format: said.format,
      ttl_minutes: said.ttlMinutes,
      body_hash: hashOf(answer.body),
      repairs_json: JSON.stringify([...said.repairs, ...notes]),
    },
    answer.headers,
  )
  if (fresh.length > 0) await tellReaders(home.id, 'article')
  // What a hub sends need not name the hub again.
  if (!known) await followHub(home, { hubUrl: said.hubUrl, selfUrl: said.selfUrl }, answer.headers['link'])
}

const hashOf = (body: Uint8Array): string => createHash('sha256').update(body).digest('base64url')

async function settle(
  feed: FeedRow,
  patch: Partial<FeedRow>,
  headers: Record<string, string>,
): Promise<void> {
  const db = await useDb()
  const at = now()
  const dates = await newestDates(db, feed.id)
  const next = nextTurn({
    dates,
    at,
    ttlMinutes: patch.ttl_minutes ?? feed.ttl_minutes,
    freshMinutes: freshMinutes(headers),
  })
  await sources.updateFeed(db, feed.id, {
    ...patch,
    ...next,
    newest_at: dates[0] ?? null,
    fetched_at: at,
    failures: 0,
    failing_since: null,
    gone_at: null,
    trouble: null,
    lease_until: 0,
  })
  // That it was asked for once more is no news; that it recovered, or says something new of itself, is.
  const isNews =
    feed.failing_since !== null ||
    feed.fetched_at === null ||
    (patch.repairs_json ?? feed.repairs_json) !== feed.repairs_json
  if (isNews) await tellReaders(feed.id, 'source')
}

async function fail(
  feed: FeedRow,
  reason: Message,
  waitMs: number,
  patch: Partial<FeedRow> = {},
): Promise<void> {
  const at = now()
  const trouble = storeMessages([reason])
  await sources.updateFeed(await useDb(), feed.id, {
    ...patch,
    fetched_at: at,
    next_fetch_at: at + Math.max(backOffMs(feed), waitMs),
    failures: feed.failures + 1,
    failing_since: feed.failing_since ?? at,
    trouble,
    lease_until: 0,
  })
  if (trouble !== feed.trouble) await tellReaders(feed.id, 'source')
}

/** Tells everyone who reads a feed that its articles or its health changed. */
export async function tellReaders(feedId: string, what: 'article' | 'source'): Promise<void> {
  await inTransaction(async (db) => {
    for (const brandId of await sources.brandsOfFeed(db, feedId)) await announce(db, brandId, what, feedId)
  })
}
