import type { OrderRule } from '#shared/orders/types'
import { articlesTagged, putStateOf, statesOfArticles, tagIds, tagsOfArticles } from '#server/articles'
import { putNotice } from '#server/notices'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { Tracked } from '#server/platform/db/tracked'
import { articleKey, handOnFor } from '#server/recipients'
import { note } from '#shared/messages'
import { clippingIdOf } from './queries/named'
import type { Thing } from './thing'

/** What was done about something, so that it can be taken back. */
export interface Handed {
  /** Ids of tags that were not on it before. */
  putOn: string[]
}

/** Does with an article what an order hands on. Within the transaction that keeps what became of it. */
export async function handOn(
  db: Db,
  actor: Actor,
  order: { id: string; name: string; rule: OrderRule },
  thing: Thing,
): Promise<Handed> {
  const { rule } = order
  if (rule.act === 'tell') await tell(db, actor, order, thing)
  if (rule.act === 'hand') await toRecipients(db, actor, order, thing)
  if (thing.articleId === null) return { putOn: [] }
  if (rule.act === 'clip' || rule.act === 'shelve') await keep(db, actor, rule, thing.articleId)
  return { putOn: rule.act === 'tag' ? await tag(db, actor, rule.hand.tags, thing.articleId) : [] }
}

/** What somebody decided already stays as it is, but for the folder. */
async function keep(db: Db, actor: Actor, { act, hand }: OrderRule, articleId: string): Promise<void> {
  const tracked = new Tracked(db)
  const [article] = await statesOfArticles(db, actor.brandId, [articleId])
  if (!article) return
  const isOpen = article.state === null || article.state === 'new' || article.state === 'read'
  if (isOpen) await putStateOf(db, tracked, actor, article, act === 'shelve' ? 'shelved' : 'clipped')
  const clippingId = await clippingIdOf(db, actor.brandId, articleId)
  if (isOpen && clippingId && act === 'clip' && hand.folderId !== null)
    await tracked.update('clippings', { id: clippingId }, { folder_id: hand.folderId })
  await announce(db, actor.brandId, 'article', articleId)
}

async function tag(db: Db, actor: Actor, names: string[], articleId: string): Promise<string[]> {
  const ids = await tagIds(db, actor.brandId, names)
  const known = new Set(
    ((await tagsOfArticles(db, actor.brandId, [articleId], now())).get(articleId) ?? []).map(({ id }) => id),
  )
  const putOn = ids.filter((id) => !known.has(id))
  const keys = putOn.map((tag_id) => ({ brand_id: actor.brandId, article_id: articleId, tag_id }))
  if (keys.length > 0) {
    await new Tracked(db).putAll('article_tags', keys, { is_on: 1 })
    await articlesTagged.run(db, actor.brandId, [articleId])
  }
  await announce(db, actor.brandId, 'tag', articleId)
  return putOn
}

async function toRecipients(
  db: Db,
  actor: Actor,
  { id, name, rule }: { id: string; name: string; rule: OrderRule },
  thing: Thing,
): Promise<void> {
  await handOnFor(db, actor.brandId, rule.hand.recipients, {
    thing: {
      key: thing.articleId === null ? thing.key : articleKey(thing.articleId),
      ...{ title: thing.title, url: thing.url, author: thing.author, source: thing.source },
      ...{ publishedAt: thing.at, language: thing.language, text: thing.body, quote: '' },
      ...{ note: thing.prompt ?? '', tags: thing.ownTags },
    },
    articleId: thing.articleId,
    personId: actor.personId,
    order: { id, name },
  })
}

const tell = (
  db: Db,
  actor: Actor,
  { id, name }: { id: string; name: string },
  thing: Thing,
): Promise<void> =>
  putNotice(db, {
    brandId: actor.brandId,
    kind: 'order-found',
    about: `${id} ${thing.key}`.slice(0, 500),
    title: [note('notice.order-found', { network: name })],
    message: [note('order.found', { title: thing.title, source: thing.source })],
    link: thing.articleId === null ? '/almanac' : `/wire?show=all&article=${thing.articleId}`,
  })
