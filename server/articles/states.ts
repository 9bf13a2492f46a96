import * as articles from './queries/articles'
import { tagsOfTagger } from './queries/tags'
import type { Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import type { Actor } from '#server/platform/changes/actor'
import type { ArticleState } from '#shared/articles/types'
import { problem } from '#server/platform/http/problem'
import { now } from '#server/platform/clock'
import { v7 as uuid } from 'uuid'
import { hook } from '#server/platform/hook'

/** An article was clipped, within the transaction that does it. */
export const articleClipped = hook<[db: Db, brandId: string, articleId: string]>()

/** Clipping and shelving keep a clipping; leaving those states takes it away. */
export async function putState(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  id: string,
  state: ArticleState,
): Promise<void> {
  const [article] = await articles.statesOfArticles(db, actor.brandId, [id])
  if (!article) throw problem('notFound')
  await putStateOf(db, tracked, actor, article, state)
}

/** Decides about an article for the actor’s brand; can be undone with what it is part of. */
export async function putStateOf(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  { id, feed_id }: { id: string; feed_id: string },
  state: ArticleState,
): Promise<void> {
  await tracked.put(
    'article_states',
    { brand_id: actor.brandId, article_id: id },
    { state, feed_id, changed_at: now(), excluded_by: null, watch_id: null },
  )
  const clipping = await articles.clippingOfArticle(db, actor.brandId, id)
  if (state === 'clipped') await articleClipped.run(db, actor.brandId, id)
  const isKept = state === 'clipped' || state === 'shelved'
  const shelved = state === 'shelved' ? 1 : 0
  if (clipping && !isKept) await removeClipping(db, tracked, clipping.id)
  else if (clipping) await tracked.update('clippings', { id: clipping.id }, { shelved })
  else if (isKept)
    await tracked.insert(
      'clippings',
      { id: uuid() },
      {
        brand_id: actor.brandId,
        article_id: id,
        kind: 'article',
        shelved,
        created_by: actor.personId,
        created_at: now(),
      },
    )
}

/** Takes a clipping away with all that belongs to it, so that an undo brings all of it back. */
async function removeClipping(db: Db, tracked: Tracked, id: string): Promise<void> {
  for (const tag of await tagsOfTagger(db, 'clipping_tags', id))
    await tracked.remove('clipping_tags', { clipping_id: id, tag_id: tag.id })
  for (const table of ['clipping_pictures', 'clipping_contents'] as const)
    await tracked.remove(table, { clipping_id: id })
  await tracked.remove('clippings', { id })
}
