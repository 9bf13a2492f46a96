import { toInstant } from '../../core/instant'
import { parseWatch } from '../../core/watch'
import type { WatchRun } from '../../shared/watches'
import { now, realNow } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import { takeBackHidden } from '../db/leftOut'
import type { WatchRow, WatchRunRow } from '../db/rows'
import { candidateNumbers, candidatesAt, countCandidateNumbers, type Candidates } from '../db/sqlite/watchSearch'
import { watchedArticles, type WatchedArticle } from '../db/watchedArticles'
import { openRun, putRun, runOf, updateRun } from '../db/watchRuns'
import { removeMarksOfWatch, replaceMarks, watchById } from '../db/watches'
import { problem } from '../problem'
import { runInThread } from '../work/pool'
import type { MatchResult } from '../work/tasks'
import { announce } from './changes'
import { hideFound, rowsOf, watchArticleOf } from './marking'
import { feedsIn, scopeOf } from './watchScope'

/** Articles looked at in one step. */
const AT_ONCE = 500

/**
 * Begins to look through the archive with a watch as it is now. What it marked before is forgotten, the newest articles are looked at
 * before this answers, and the rest follows in the background.
 */
export async function startRun(brandId: string, watchId: string): Promise<void> {
  const db = await useDb()
  const watch = await watchById(db, brandId, watchId)
  if (!watch) return endRunOf(brandId, watchId)
  const total = await countCandidateNumbers(db, await candidatesOf(db, watch, null))
  const run: WatchRunRow = { watch_id: watchId, brand_id: brandId, started_at: await nextStart(db, watchId), total, done: 0, found: 0, below: null, ended_at: null, stopped: 0 } // prettier-ignore
  await inTransaction(async (transaction) => {
    await removeMarksOfWatch(transaction, watchId)
    await takeBackHidden(transaction, brandId, watchId, null)
    await putRun(transaction, run)
  })
  await step(run)
}

/** A run is told from the one before it by when it began. */
async function nextStart(db: Db, watchId: string): Promise<number> {
  return Math.max(realNow(), ((await runOf(db, watchId))?.started_at ?? 0) + 1)
}

/** Goes on with the look that has waited longest, by one step. Gives how many were looked at. */
export async function watchingRound(): Promise<number> {
  const run = await openRun(await useDb())
  return run ? step(run) : 0
}

async function step(run: WatchRunRow): Promise<number> {
  const db = await useDb()
  const watch = await watchById(db, run.brand_id, run.watch_id)
  if (!watch) return 0
  const ask = await candidatesOf(db, watch, run.below)
  const numbers = await candidateNumbers(db, ask, AT_ONCE)
  const ids = (await candidatesAt(db, ask, numbers)).map((one) => one.id)
  const articles = await watchedArticles(db, watch.brand_id, ids)
  const marks = rowsOf(await match(watch, articles), new Map(articles.map(({ article }) => [article.id, article.feed_id])))
  const isLast = numbers.length < AT_ONCE
  await inTransaction(async (transaction) => {
    const patch = { done: isLast ? run.total : Math.min(run.total, run.done + numbers.length), found: run.found + marks.length, below: numbers.at(-1) ?? 0, ended_at: isLast ? realNow() : null } // prettier-ignore
    // Somebody has changed, stopped or removed the watch meanwhile: what was found is not what is wanted now.
    if (!(await updateRun(transaction, run, patch))) return
    await replaceMarks(transaction, ids, [watch.id], marks)
    if (watch.hides === 1) await hideFound(transaction, watch, ids, marks)
    await announce(transaction, watch.brand_id, 'watch', watch.id)
  })
  return numbers.length
}

async function match(watch: WatchRow, articles: WatchedArticle[]): Promise<MatchResult['marks']> {
  if (articles.length === 0) return []
  const { marks } = await runInThread('matchWatches', {
    watches: [{ id: watch.id, query: parseWatch(watch.query) }],
    articles: articles.map(({ article, source }) => watchArticleOf(article, source)),
    now: toInstant(now()),
  })
  return marks
}

/** What an edited watch may match of a brand's archive. */
async function candidatesOf(db: Db, watch: WatchRow, below: number | null): Promise<Candidates> {
  const expression = await runInThread('watchExpression', parseWatch(watch.query))
  return { brandId: watch.brand_id, match: expression, feeds: await feedsIn(db, watch.brand_id, scopeOf(watch)), below, since: null }
}

/** Stops looking; the articles further back stay without marks. */
export async function stopRun(brandId: string, watchId: string): Promise<WatchRun> {
  await inTransaction(async (db) => {
    const run = await runOf(db, watchId)
    if (!run || run.brand_id !== brandId) throw problem('notFound')
    await updateRun(db, run, { ended_at: realNow(), stopped: 1 })
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
