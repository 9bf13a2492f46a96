import { toInstant } from '#core/instant'
import type { HandedThing } from '#shared/recipients/types'
import { articleForBrand, tagsOfArticles, textsOf } from '#server/articles'
import { clippingWith } from '#server/clippings'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'

/** An article or a clipping as it is handed on. Throws `notFound`. */
export async function foundThing(
  db: Db,
  brandId: string,
  { articleId, clippingId }: { articleId: string | null; clippingId: string | null },
): Promise<{ thing: HandedThing; articleId: string | null }> {
  if (articleId !== null) {
    const thing = await articleThing(db, brandId, articleId)
    if (!thing) throw problem('notFound')
    return { thing, articleId }
  }
  if (clippingId === null) throw problem('notFound')
  const { clipping, content } = await clippingWith(db, brandId, clippingId)
  const known = clipping.articleId === null ? null : await articleThing(db, brandId, clipping.articleId)
  const thing: HandedThing = {
    key: `clipping:${clipping.id}`,
    ...{ title: clipping.title, url: clipping.url, author: clipping.author, source: clipping.outlet },
    publishedAt: clipping.at,
    language: content?.language ?? known?.language ?? null,
    text: content?.text || known?.text || clipping.beginning,
    quote: clipping.quote ?? '',
    note: clipping.note,
    tags: clipping.tags.map(({ name }) => name),
  }
  return { thing, articleId: clipping.articleId }
}

/** An article as it is handed on; null where the brand does not see it. */
export async function articleThing(db: Db, brandId: string, id: string): Promise<HandedThing | null> {
  const article = await articleForBrand(db, brandId, id)
  if (!article) return null
  const [text] = await textsOf(db, [id])
  const tags = (await tagsOfArticles(db, brandId, [id], now())).get(id) ?? []
  return {
    key: articleKey(id),
    ...{ title: article.title ?? '', url: article.url, author: article.author, source: article.label },
    publishedAt: toInstant(article.at),
    language: article.language,
    text: text?.text ?? '',
    ...{ quote: '', note: '' },
    tags: tags.map(({ name }) => name),
  }
}

/** What an article is told apart by. */
export const articleKey = (id: string): string => `article:${id}`
