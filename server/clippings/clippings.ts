import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import type { Clipping, ClippingsView } from '#shared/clippings/types'
import type { Undoable } from '#shared/platform/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { articleForBrand, beginningOf, tagsOfArticles } from '#server/articles'
import * as store from './queries/clippings'
import type { PostDoc } from '#shared/posts/types'
import type { ArticleTag } from '#shared/articles/types'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'

const MOST_SHOWN = 500

/** What a brand has kept, as its list shows it. */
export async function clippings(
  brandId: string,
  ask: Omit<store.ClippingFilter, 'limit' | 'now'>,
): Promise<ClippingsView> {
  const db = await useDb()
  const rows = await store.clippingsOf(db, brandId, { ...ask, now: now(), limit: MOST_SHOWN })
  const tags = await tagsOfArticles(
    db,
    brandId,
    rows.flatMap((row) => row.article_id ?? []),
    now(),
  )
  const own = await store.tagsOfClippings(
    db,
    rows.map(({ id }) => id),
  )
  return {
    clippings: rows.map((row) =>
      clippingOf(row, [
        ...(tags.get(row.article_id ?? '') ?? []),
        ...(own.get(row.id) ?? []).map((tag) => ({ ...tag, by: 'hand' as const })),
      ]),
    ),
    folders: (await store.clippingFolders(db, brandId)).map(({ name, count }) => ({
      name,
      count: Number(count),
    })),
    counts: await store.countClippings(db, brandId),
  }
}

const clippingOf = (row: store.ClippingWithArticle, tags: ArticleTag[]): Clipping => ({
  id: row.id,
  articleId: row.article_id,
  kind: row.kind,
  title: row.title || beginningOf(row.summary_html ?? '') || (row.quote ?? '').slice(0, 90),
  outlet: row.outlet ?? '',
  quote: row.quote,
  url: row.url,
  author: row.author,
  beginning: row.beginning ?? '',
  pictureId: row.picture_id,
  keptAt: toInstant(row.created_at),
  at: row.at === null ? null : toInstant(row.at),
  note: row.note ?? '',
  folder: row.folder,
  shelved: row.shelved === 1,
  posts: Number(row.posts),
  tags,
  doneAt: row.done_at === null ? null : toInstant(row.done_at),
  version: row.version,
})

/** Keeps words of an article as a clipping of their own, beside the article's. */
export async function keepQuote(
  actor: Actor,
  input: { articleId: string; quote: string },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', input.articleId, async (db, tracked) => {
    if (!(await articleForBrand(db, actor.brandId, input.articleId))) throw problem('notFound')
    const row = {
      brand_id: actor.brandId,
      article_id: input.articleId,
      kind: 'quote' as const,
      quote: input.quote,
      shelved: 0,
      created_by: actor.personId,
      created_at: now(),
    }
    await tracked.insert('clippings', { id: uuid() }, row)
  })
  return { historyId }
}

/** Changes a clipping's note and folder. */
export async function editClipping(
  actor: Actor,
  id: string,
  input: { note: string; folder: string | null; version: number },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    const row = await store.clippingById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    await tracked.update(
      'clippings',
      { id },
      { note: input.note || null, folder: input.folder || null, version: row.version + 1 },
    )
  })
  return { historyId }
}

/** Puts a clipping that is no article's on the shelf, or takes it off. */
export async function setShelved(actor: Actor, id: string, shelved: boolean): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'article', id, async (db, tracked) => {
    const row = await store.clippingById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    await tracked.update('clippings', { id }, { shelved: shelved ? 1 : 0 })
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

/** The clippings a post is made from, and the words of its article that were kept. */
export async function clippingsOfPost(
  db: Db,
  brandId: string,
  doc: Pick<PostDoc, 'articleId' | 'clippingIds'>,
): Promise<Clipping[]> {
  const rows = await store.clippingsFor(db, brandId, doc.clippingIds, doc.articleId)
  return rows.map((row) => clippingOf(row, []))
}
