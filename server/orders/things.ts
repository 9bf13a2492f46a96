import { toInstant } from '#core/instant'
import { readTexts } from '#shared/platform/json'
import { tagsOfArticles } from '#server/articles'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { usualOfArticle } from '#server/posts'
import { textsOfArticles, type ArticleFacts } from './queries/articles'
import { keyOf } from './looking'
import type { Thing } from './thing'

/** Articles as posts about them are made, with their texts, tags, and what a post about each begins with. */
export async function thingsOf(
  db: Db,
  brandId: string,
  articles: ArticleFacts[],
): Promise<Map<string, Thing>> {
  const ids = articles.map(({ id }) => id)
  const texts = await textsOfArticles(db, ids)
  const tags = await tagsOfArticles(db, brandId, ids, now())
  const things = new Map<string, Thing>()
  for (const article of articles)
    things.set(article.id, {
      key: keyOf(article),
      articleId: article.id,
      title: article.title ?? '',
      source: article.label,
      author: article.author,
      url: article.url,
      language: article.language,
      body: texts.get(article.id) ?? '',
      ...tagsFor(tags.get(article.id) ?? [], article),
      at: toInstant(article.at),
      image: article.image,
      usual: await usualOfArticle(db, brandId, article.id),
      ...{ day: null, prompt: null, account: null, count: null },
    })
  return things
}

const tagsFor = (
  own: { name: string }[],
  { categories_json }: ArticleFacts,
): Pick<Thing, 'tags' | 'ownTags'> => {
  const ownTags = own.map(({ name }) => name)
  return { ownTags, tags: [...ownTags, ...readTexts(categories_json)] }
}

/** Something that is no article. */
export const thingWithout = (given: Pick<Thing, 'key' | 'title' | 'at'> & Partial<Thing>): Thing => ({
  ...{
    articleId: null,
    source: '',
    author: null,
    url: null,
    language: null,
    body: '',
    tags: [],
    ownTags: [],
    image: null,
  },
  ...{ usual: { pillarId: null, accountIds: null, hashtags: [] }, day: null, prompt: null },
  ...{ account: null, count: null },
  ...given,
})
