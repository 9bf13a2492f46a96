import { v7 as uuid } from 'uuid'
import { parseWatch, WatchSyntaxError, type WatchQuery } from '../../core/watch'
import type { Undoable, Watch } from '../../shared/api'
import { LIMITS } from '../../shared/limits'
import { now } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import { archiveOf } from '../db/articles'
import { nextPosition } from '../db/brands'
import { replaceMarksOfWatch, watchById, watchesOf } from '../db/watches'
import { problem } from '../problem'
import { runInThread } from '../work/pool'
import type { Actor } from './actor'
import { announce } from './changes'
import { watchArticleOf } from './marking'
import { changeUndoably } from './history'

export async function watchesOfBrand(db: Db, brandId: string, unread: Map<string, number>): Promise<Watch[]> {
  return (await watchesOf(db, brandId)).map((row) => ({
    id: row.id,
    name: row.name,
    query: row.query,
    ink: row.ink,
    unread: unread.get(row.id) ?? 0,
    version: row.version,
  }))
}

interface WatchInput {
  name: string
  query: string
  ink: number
  version: number
}

/** Adds a watch and looks through the archive with it. */
export async function addWatch(actor: Actor, input: WatchInput): Promise<{ id: string; historyId: string }> {
  const query = parsed(input.query)
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'watch', id, async (db, tracked) => {
    const position = await nextPosition(db, 'watches', actor.brandId)
    await tracked.insert(
      'watches',
      { id },
      { brand_id: actor.brandId, name: input.name, query: input.query, ink: input.ink, position, removed_at: null, version: 1 },
    )
  })
  await markArchive(actor.brandId, id, query)
  return { id, historyId }
}

export async function editWatch(actor: Actor, id: string, input: WatchInput): Promise<Undoable> {
  const query = parsed(input.query)
  const { historyId } = await changeUndoably(actor, 'watch', id, async (db, tracked) => {
    const row = await watchById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    await tracked.update('watches', { id }, { name: input.name, query: input.query, ink: input.ink, version: row.version + 1 })
  })
  await markArchive(actor.brandId, id, query)
  return { historyId }
}

export async function removeWatch(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'watch', id, async (db, tracked) => {
    if (!(await watchById(db, actor.brandId, id))) throw problem('notFound')
    await tracked.update('watches', { id }, { removed_at: now() })
  })
  return { historyId }
}

/** Looks again with a watch as it stands now: after an undo its marks are those of another query. */
export async function markAgain(brandId: string, watchId: string): Promise<void> {
  const row = await watchById(await useDb(), brandId, watchId)
  if (row) await markArchive(brandId, watchId, parseWatch(row.query))
}

function parsed(query: string): WatchQuery {
  try {
    return parseWatch(query)
  } catch (error) {
    throw error instanceof WatchSyntaxError ? problem('watchQuery', error.message, error.at).at('query') : error
  }
}

async function markArchive(brandId: string, watchId: string, query: WatchQuery): Promise<void> {
  const rows = await archiveOf(await useDb(), brandId, LIMITS.watchArchive)
  const { marks } = await runInThread('matchWatches', {
    watches: [{ id: watchId, query }],
    articles: rows.map((row) => watchArticleOf(row, row.label)),
    now: new Date(now()).toISOString(),
  })
  await inTransaction(async (db) => {
    const feedOf = new Map(rows.map((row) => [row.id, row.feed_id]))
    await replaceMarksOfWatch(db, watchId, marks.map((mark) => ({ article_id: mark.articleId, feed_id: feedOf.get(mark.articleId)!, strength: mark.strength, found_json: JSON.stringify(mark.found) }))) // prettier-ignore
    await announce(db, brandId, 'watch', watchId)
  })
}
