import { toInstant } from '../../core/instant'
import { plainText } from '../../core/text'
import type { Clipping, ClippingsView, Undoable } from '../../shared/api'
import { now } from '../clock'
import { useDb } from '../db'
import * as store from '../db/clippings'
import { problem } from '../problem'
import type { Actor } from './actor'
import { changeUndoably } from './history'

const MOST_SHOWN = 500

/** What a brand has kept, as its list shows it. */
export async function clippings(brandId: string, ask: Omit<store.ClippingFilter, 'limit'>): Promise<ClippingsView> {
  const db = await useDb()
  return {
    clippings: (await store.clippingsOf(db, brandId, { ...ask, limit: MOST_SHOWN })).map(clippingOf),
    folders: (await store.clippingFolders(db, brandId)).map(({ name, count }) => ({ name, count: Number(count) })),
    counts: await store.countClippings(db, brandId),
  }
}

const clippingOf = (row: store.ClippingWithArticle): Clipping => ({
  id: row.id,
  articleId: row.article_id,
  title: row.title ?? plainText((row.summary_html ?? '').slice(0, 2000)).slice(0, 90),
  outlet: row.outlet ?? '',
  url: row.url,
  keptAt: toInstant(row.created_at),
  at: row.at === null ? null : toInstant(row.at),
  note: row.note ?? '',
  folder: row.folder,
  shelved: row.shelved === 1,
  posts: Number(row.posts),
  doneAt: row.done_at === null ? null : toInstant(row.done_at),
  version: row.version,
})

/** Changes a clipping's note and folder. */
export async function editClipping(actor: Actor, id: string, input: { note: string; folder: string | null; version: number }): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    const row = await store.clippingById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    await tracked.update('clippings', { id }, { note: input.note || null, folder: input.folder || null, version: row.version + 1 })
  })
  return { historyId }
}

/** Says that one is done with a clipping, or that it waits again. */
export async function workOff(actor: Actor, id: string, done: boolean): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    if (!(await store.clippingById(db, actor.brandId, id))) throw problem('notFound')
    await tracked.update('clippings', { id }, { done_at: done ? now() : null })
  })
  return { historyId }
}
