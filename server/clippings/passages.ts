import { v7 as uuid } from 'uuid'
import type { Undoable } from '#shared/platform/types'
import { articleForBrand, setTagsOf } from '#server/articles'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { clippingById, tagsOfClippings } from './queries/clippings'
import { contentById } from './queries/contents'

interface Quoted {
  articleId: string | null
  clippingId: string | null
  quote: string
}

/**
 * Keeps words of an article, or of a clipping with its own text, as a clipping of their own beside it. Throws
 * `notFound`.
 */
export async function keepQuote(actor: Actor, input: Quoted): Promise<Undoable> {
  const id = uuid()
  const { historyId } = await changeUndoably(
    actor,
    'article',
    input.articleId ?? input.clippingId ?? id,
    async (db, tracked) => {
      if (input.articleId !== null) return ofArticle(db, tracked, actor, id, input.articleId, input.quote)
      if (input.clippingId !== null) return ofClipping(db, tracked, actor, id, input.clippingId, input.quote)
      throw problem('notFound')
    },
  )
  return { historyId }
}

const quoteRow = (actor: Actor, articleId: string | null, quote: string) => ({
  brand_id: actor.brandId,
  article_id: articleId,
  kind: 'quote' as const,
  quote,
  shelved: 0,
  created_by: actor.personId,
  created_at: now(),
})

async function ofArticle(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  id: string,
  articleId: string,
  quote: string,
): Promise<void> {
  if (!(await articleForBrand(db, actor.brandId, articleId))) throw problem('notFound')
  await tracked.insert('clippings', { id }, quoteRow(actor, articleId, quote))
}

/** It says of its page what the clipping says that it is from. */
async function ofClipping(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  id: string,
  clippingId: string,
  quote: string,
): Promise<void> {
  const row = await clippingById(db, actor.brandId, clippingId)
  const content = row && (await contentById(db, clippingId))
  if (!row || !content) throw problem('notFound')
  const { clipping_id: _, ...about } = content
  // What stands on no page is known by the clipping itself.
  const link_key = content.link_key ?? `clipping:${clippingId}`
  if (content.link_key === null)
    await tracked.update('clipping_contents', { clipping_id: clippingId }, { link_key })
  await tracked.insert(
    'clippings',
    { id },
    { ...quoteRow(actor, row.article_id, quote), folder_id: row.folder_id },
  )
  const own = { ...about, link_key, text: '', picture_url: null }
  await tracked.insert('clipping_contents', { clipping_id: id }, own)
  const tags = (await tagsOfClippings(db, [clippingId])).get(clippingId) ?? []
  await setTagsOf(
    db,
    tracked,
    actor.brandId,
    'clipping_tags',
    id,
    tags.map(({ name }) => name),
  )
}
