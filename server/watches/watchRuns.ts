import { matchWatchesTask, watchExpressionTask, type MatchResult } from './tasks'
import { toInstant } from '#core/instant'
import { parseWatch } from '#core/watch'
import type { WatchRun } from '#shared/watches/types'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { takeBackHidden, takeBackUnmarked } from '#server/articles'
import type { WatchRow, WatchRunRow } from './rows'
import { candidateNumbers, candidatesAt, type Candidates } from './queries/watchSearch'
import { watchedArticles, type WatchedArticle } from './queries/watchedArticles'
import { openRun, putRun, runOf, updateRun } from './queries/watchRuns'
import { removeStaleMarks, replaceMarks, watchById } from './queries/watches'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { announce } from '#server/platform/changes/announce'
import { hideFound, rowsOf, watchArticleOf } from './marking'
import { feedsIn, scopeOf } from './watchScope'

/** Articles looked at in one step: few before a change is answered, more in the background. */
const AT_FIRST = 300
const AT_ONCE = 1_000
const TIDIED_AT_ONCE = 3_000
/** How often the screens are told how far it is: each of them then counts anew. */
const TOLD_EVERY_MS = 1_000
/** More candidates than any archive has. */
const ALL = 9_007_199_254_740_991

/** A run as this process knows it: the numbers of the articles still to be looked at, the newest first. */
interface Going {
  run: WatchRunRow
  numbers: number[]
  /** The next articles, read while the thread looks at those before. */
  next: Batch | null
  /** When the screens were told last how far it is, in the machine's time. */
  toldAt: number
}

interface Batch {
  numbers: number[]
  articles: WatchedArticle[]
}

let going: Going | null = null

/**
 * Begins to look through the archive with a watch as it is now. The newest articles are looked at before this
 * answers, and the rest follows in the background; what an older state of the watch marked goes as its
 * articles are looked at, and at the end.
 */
export async function startRun(brandId: string, watchId: string): Promise<void> {
  const db = await useDb()
  const watch = await watchById(db, brandId, watchId)
  if (!watch) return endRunOf(brandId, watchId)
  const numbers = await candidateNumbers(db, await candidatesOf(db, watch, null), ALL)
  const run: WatchRunRow = {
    watch_id: watchId,
    brand_id: brandId,
    started_at: await nextStart(db, watchId),
    total: numbers.length,
    done: 0,
    found: 0,
    below: null,
    ended_at: null,
    stopped: 0,
  }
  await inTransaction(async (transaction) => {
    if (watch.hides === 0) await takeBackHidden(transaction, brandId, watchId, null)
    await putRun(transaction, run)
  })
  const one: Going = { run, numbers, next: null, toldAt: 0 }
  await step(one, AT_FIRST)
  if (one.numbers.length === 0 && !one.next) await step(one, AT_FIRST)
}

/** A run is told from the one before it by when it began. */
async function nextStart(db: Db, watchId: string): Promise<number> {
  return Math.max(realNow(), ((await runOf(db, watchId))?.started_at ?? 0) + 1)
}

/** Goes on with the look that has waited longest, by one step. Gives how many were looked at. */
export async function watchingRound(): Promise<number> {
  const db = await useDb()
  const run = await openRun(db)
  if (!run) {
    going = null
    return 0
  }
  const isKnown =
    going?.run.watch_id === run.watch_id &&
    going.run.started_at === run.started_at &&
    going.run.below === run.below
  if (!isKnown) going = await takenUp(db, run)
  if (!going) return 0
  return step(going, AT_ONCE).catch((error: unknown) => {
    // What was read for it is gone: it is taken up from where the last was stored.
    going = null
    throw error
  })
}

/** A run taken up where it was left, also by another process. */
async function takenUp(db: Db, run: WatchRunRow): Promise<Going | null> {
  const watch = await watchById(db, run.brand_id, run.watch_id)
  return watch
    ? {
        run,
        numbers: await candidateNumbers(db, await candidatesOf(db, watch, run.below), ALL),
        next: null,
        toldAt: 0,
      }
    : null
}

/**
 * Looks at some articles, and when all were looked at takes away what was marked before. Gives how many
 * things were done.
 */
async function step(one: Going, most: number): Promise<number> {
  const watch = await watchById(await useDb(), one.run.brand_id, one.run.watch_id)
  if (!watch) return 0
  return one.next || one.numbers.length > 0 ? lookAtSome(one, watch, most) : tidy(one, watch)
}

async function read({ numbers: left }: Going, watch: WatchRow, most: number): Promise<Batch> {
  const db = await useDb()
  const numbers = left.splice(0, most)
  const ask = {
    brandId: watch.brand_id,
    feeds: await feedsIn(db, watch.brand_id, scopeOf(watch)),
    since: null,
  }
  const candidates = await candidatesAt(db, ask, numbers)
  return {
    numbers,
    articles: await watchedArticles(
      db,
      watch.brand_id,
      candidates.map((candidate) => candidate.id),
    ),
  }
}

async function lookAtSome(one: Going, watch: WatchRow, most: number): Promise<number> {
  const { run } = one
  const { numbers, articles } = one.next ?? (await read(one, watch, most))
  const matching = match(watch, articles)
  one.next = one.numbers.length > 0 && most === AT_ONCE ? await read(one, watch, AT_ONCE) : null
  const ids = articles.map(({ article }) => article.id)
  const marks = rowsOf(
    await matching,
    new Map(articles.map(({ article }) => [article.id, article.feed_id])),
    run.started_at,
  )
  const patch = {
    done: run.done + numbers.length,
    found: run.found + new Set(marks.map((mark) => mark.article_id)).size,
    below: numbers.at(-1)!,
  }
  await inTransaction(async (transaction) => {
    // Somebody has changed, stopped or removed the watch meanwhile: what was found is not what is wanted now.
    if (!(await updateRun(transaction, run, patch))) return
    await replaceMarks(transaction, ids, [watch.id], marks)
    if (watch.hides === 1) await hideFound(transaction, watch, ids, marks)
    if (realNow() - one.toldAt < TOLD_EVERY_MS) return
    one.toldAt = realNow()
    await announce(transaction, watch.brand_id, 'watch', watch.id)
  })
  one.run = { ...run, ...patch }
  return numbers.length
}

/** Ends a look once nothing is left of an older state of the watch. */
async function tidy({ run }: Going, watch: WatchRow): Promise<number> {
  return inTransaction(async (db) => {
    const removed = await removeStaleMarks(db, watch.id, run.started_at, TIDIED_AT_ONCE)
    if (removed >= TIDIED_AT_ONCE) return removed
    if (watch.hides === 1) await takeBackUnmarked(db, watch.brand_id, watch.id)
    if (await updateRun(db, run, { ended_at: realNow() }))
      await announce(db, watch.brand_id, 'watch', watch.id)
    return 1
  })
}

async function match(watch: WatchRow, articles: WatchedArticle[]): Promise<MatchResult['marks']> {
  if (articles.length === 0) return []
  const { marks } = await runInThread('background', [`brand:${watch.brand_id}`], matchWatchesTask, {
    watches: [{ id: watch.id, query: parseWatch(watch.query) }],
    articles: articles.map(({ article, source }) => watchArticleOf(article, source)),
    now: toInstant(now()),
  })
  return marks
}

/** What an edited watch may match of a brand's archive. */
async function candidatesOf(db: Db, watch: WatchRow, below: number | null): Promise<Candidates> {
  const expression = await runInThread(
    'background',
    [`brand:${watch.brand_id}`],
    watchExpressionTask,
    parseWatch(watch.query),
  )
  return {
    brandId: watch.brand_id,
    match: expression,
    feeds: await feedsIn(db, watch.brand_id, scopeOf(watch)),
    below,
    since: null,
  }
}

/** Stops looking; the articles further back stay without marks. */
export async function stopRun(brandId: string, watchId: string): Promise<WatchRun> {
  await inTransaction(async (db) => {
    const run = await runOf(db, watchId)
    if (!run || run.brand_id !== brandId) throw problem('notFound')
    // Where it did not come to, nothing is marked: what stands there was found by an older state of the
    // watch.
    if (await updateRun(db, run, { ended_at: realNow(), stopped: 1 }))
      await removeStaleMarks(db, watchId, run.started_at, ALL)
    await announce(db, brandId, 'watch', watchId)
  })
  return runView((await runOf(await useDb(), watchId))!)
}

/** Forgets what a removed watch was doing, and lets articles wait again that it had passed. */
export async function endRunOf(brandId: string, watchId: string): Promise<void> {
  await inTransaction(async (db) => {
    const run = await runOf(db, watchId)
    if (run) await updateRun(db, run, { ended_at: realNow(), stopped: 1 })
    await takeBackHidden(db, brandId, watchId, null)
  })
}

export const runView = (run: WatchRunRow): WatchRun => ({
  total: run.total,
  done: run.done,
  found: run.found,
  state: run.ended_at === null ? 'going' : run.stopped === 1 ? 'stopped' : 'ended',
})
