import { sayWatch } from '#shared/watches/messages'
import { readTexts } from '#shared/platform/json'
import { randomBytes } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import { countTerms, parseWatch, WatchSyntaxError, type WatchQuery } from '#core/watch'
import type { Undoable } from '#shared/platform/types'
import { LIMITS } from '#shared/platform/limits'
import type { Watch } from '#shared/watches/types'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { nextPosition, pillarById } from '#server/people'
import { folderById, sourceById } from '#server/sources'
import type { WatchRow } from './rows'
import { namesByTagger, setTagsOf } from '#server/articles'
import type { Tracked } from '#server/platform/db/tracked'
import { runsOfBrand } from './queries/watchRuns'
import * as store from './queries/watches'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { accountIdsIn, accountIdsJson } from '#server/platform/db/columns'
import { watchFeedAddress } from './watchFeeds'
import { endRunOf, runView, startRun } from './watchRuns'
import { scopeOf } from './watchScope'

/**
 * A brand's watches as one of its people sees them. Whoever may only look is not told the secret addresses.
 */
export async function watchesOfBrand(db: Db, actor: Actor, unread: Map<string, number>): Promise<Watch[]> {
  const { brandId } = actor
  const tags = await namesByTagger(db, 'watch_tags', brandId)
  const runs = new Map((await runsOfBrand(db, brandId)).map((run) => [run.watch_id, run]))
  const news = await store.newsOfWatches(db, brandId, actor.personId, now())
  return (await store.watchesOf(db, brandId)).map((row) => ({
    id: row.id,
    name: row.name,
    query: row.query,
    ink: row.ink,
    unread: unread.get(row.id) ?? 0,
    tags: tags.get(row.id) ?? [],
    hashtags: readTexts(row.hashtags_json),
    ...scopeOf(row),
    pillarId: row.pillar_id,
    accountIds: accountIdsIn(row.usual_accounts_json),
    collects: row.collects === 1,
    hides: row.hides === 1,
    tells: row.tells === 1,
    news: news.get(row.id) ?? 0,
    onRail: row.on_rail === 1,
    feedAddress:
      row.feed_nonce === null || actor.role === 'client' ? null : watchFeedAddress(row.id, row.feed_nonce),
    run: runs.has(row.id) ? runView(runs.get(row.id)!) : null,
    version: row.version,
  }))
}

interface WatchInput {
  name: string
  query: string
  ink: number
  tags: string[]
  hashtags: string[]
  folders: string[]
  sources: string[]
  pillarId: string | null
  accountIds: string[] | null
  collects: boolean
  hides: boolean
  tells: boolean
  onRail: boolean
  version: number
}

/** Adds a watch and begins to look through the archive with it. */
export async function addWatch(actor: Actor, input: WatchInput): Promise<{ id: string; historyId: string }> {
  parsedQuery(input.query)
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'watch', id, async (db, tracked) => {
    const position = await nextPosition(db, 'watches', actor.brandId)
    const columns = await columnsOf(db, actor.brandId, id, input)
    await tracked.insert(
      'watches',
      { id },
      { brand_id: actor.brandId, ...columns, position, removed_at: null, version: 1 },
    )
    await setTagsOf(db, tracked, actor.brandId, 'watch_tags', id, input.tags)
  })
  await startRun(actor.brandId, id)
  return { id, historyId }
}

/** Changes a watch. If that changes what it marks, it looks through the archive again. */
export async function editWatch(actor: Actor, id: string, input: WatchInput): Promise<Undoable> {
  parsedQuery(input.query)
  const { historyId, result: looksAgain } = await changeWatch(actor, id, async (db, tracked, row) => {
    if (row.version !== input.version) throw problem('stale')
    const columns = await columnsOf(db, actor.brandId, id, input)
    await tracked.update('watches', { id }, { ...columns, version: row.version + 1 })
    await setTagsOf(db, tracked, actor.brandId, 'watch_tags', id, input.tags)
    return MARKING.some((column) => columns[column] !== row[column])
  })
  if (looksAgain) await startRun(actor.brandId, id)
  return { historyId }
}

/** What decides which articles a watch marks or passes. */
const MARKING = ['query', 'hides', 'folders_json', 'sources_json'] as const

async function columnsOf(db: Db, brandId: string, id: string, input: WatchInput) {
  const other = await store.watchByName(db, brandId, input.name)
  if (other && other.id !== id) throw problem('watchTaken', input.name).at('name')
  for (const folder of input.folders)
    if (!(await folderById(db, brandId, folder))) throw problem('notFound').at('folders')
  for (const source of input.sources)
    if (!(await sourceById(db, brandId, source))) throw problem('notFound').at('sources')
  if (input.pillarId && !(await pillarById(db, brandId, input.pillarId)))
    throw problem('notFound').at('pillarId')
  return {
    name: input.name,
    query: input.query,
    ink: input.ink,
    hashtags_json: JSON.stringify([
      ...new Set(input.hashtags.map((tag) => tag.replace(/^#+/, '')).filter(Boolean)),
    ]),
    folders_json: JSON.stringify(input.folders),
    sources_json: JSON.stringify(input.sources),
    pillar_id: input.pillarId,
    usual_accounts_json: accountIdsJson(input.accountIds),
    collects: input.collects ? 1 : 0,
    hides: input.hides ? 1 : 0,
    tells: input.tells ? 1 : 0,
    on_rail: input.onRail ? 1 : 0,
  }
}

/** Takes a watch away and stops its run; tags it put on stay. Throws `notFound`. */
export async function removeWatch(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeWatch(actor, id, (_, tracked) =>
    tracked.update('watches', { id }, { removed_at: now() }),
  )
  await endRunOf(actor.brandId, id)
  return { historyId }
}

/** Puts the brand's watches into this order; those not named stay behind them. */
export async function orderWatches(actor: Actor, ids: string[]): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'watch', ids[0]!, async (db, tracked) => {
    const rows = await store.watchesOf(db, actor.brandId)
    const known = ids.filter((id) => rows.some((row) => row.id === id))
    const order = [...new Set([...known, ...rows.map((row) => row.id)])]
    for (const [at, id] of order.entries()) {
      if (rows.find((row) => row.id === id)!.position !== at + 1)
        await tracked.update('watches', { id }, { position: at + 1 })
    }
  })
  return { historyId }
}

/** Lets a watch be read as a feed, at an address that did not exist before. */
export const openWatchFeed = async (actor: Actor, id: string): Promise<Undoable> =>
  changeFeed(actor, id, randomBytes(16).toString('hex'))

/** Closes a watch’s feed: its address answers no more. Throws `notFound`. */
export const closeWatchFeed = (actor: Actor, id: string): Promise<Undoable> => changeFeed(actor, id, null)

async function changeFeed(actor: Actor, id: string, nonce: string | null): Promise<Undoable> {
  const { historyId } = await changeWatch(actor, id, (_, tracked, row) =>
    tracked.update('watches', { id }, { feed_nonce: nonce, version: row.version + 1 }),
  )
  return { historyId }
}

function changeWatch<T>(
  actor: Actor,
  id: string,
  work: (db: Db, tracked: Tracked, row: WatchRow) => Promise<T>,
) {
  return changeUndoably(actor, 'watch', id, async (db, tracked) => {
    const row = await store.watchById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    return work(db, tracked, row)
  })
}

/** Somebody has seen what a watch had to tell. */
export async function seeWatch(actor: Actor, id: string): Promise<void> {
  await inTransaction(async (db) => {
    if (!(await store.watchById(db, actor.brandId, id))) throw problem('notFound')
    await store.markSeen(db, actor.personId, id, now())
    await announce(db, actor.brandId, 'watch', id)
  })
}

/** A query's text as a tree; refused at its field where it can't be read, with the place. */
export function parsedQuery(text: string): WatchQuery {
  try {
    const query = parseWatch(text)
    const words = countTerms(query)
    if (words > LIMITS.queryWords) throw problem('watchTooLong', words, LIMITS.queryWords).at('query')
    return query
  } catch (error) {
    throw error instanceof WatchSyntaxError
      ? problem('watchQuery', sayWatch(error.detail), error.at).at('query')
      : error
  }
}
