import { sayPost } from '#shared/posts/messages'
import { readTexts } from '#shared/platform/json'
import { suggestHashtagsTask } from './tasks'
import type { HashtagInput } from '#core/post'
import { DAY } from '#core/instant'
import type { WritingHelp } from '#shared/posts/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { articleForBrand, tagsOfArticles } from '#server/articles'
import { brandById } from '#server/people'
import { hashtagsOfSource } from '#server/sources'
import { hashtagsOfPosts } from './queries/posts'
import { responsesByHashtag } from '#server/results'
import { marksOfArticles, watchesOf } from '#server/watches'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import type { Actor } from '#server/platform/changes/actor'
import { writingOf } from './writing'

const PAST_DAYS = 180

/** Hashtags for a post about an article, or about nothing but its own text, with their reasons. */
export async function writingHelp(
  actor: Actor,
  input: { articleId: string | null; text: string },
): Promise<WritingHelp> {
  const db = await useDb()
  const brand = (await brandById(db, actor.brandId))!
  const writing = writingOf(brand)
  const article = input.articleId ? await articleForBrand(db, actor.brandId, input.articleId) : null
  if (input.articleId && !article) throw problem('notFound')
  const language = article?.language ?? brand.language
  const hashtags: HashtagInput = {
    text: [input.text, article?.title ?? '', article?.text ?? ''].join('\n'),
    language,
    fromWatches: article ? await tagsFromWatches(db, actor.brandId, article.id) : [],
    fromFolder: article ? await hashtagsOfSource(db, article.source_id) : [],
    saved: writing.hashtagGroups.map(({ tags }) => tags),
    past: await pastTags(db, actor.brandId),
    max: writing.hashtagMost,
  }
  const found = await runInThread('person', [`brand:${actor.brandId}`], suggestHashtagsTask, hashtags)
  return { hashtags: found.map(({ tag, reason }) => ({ tag, reason: sayPost(reason) })) }
}

/** Hashtags of the watches that mark an article, then its own tags as hashtags. */
async function tagsFromWatches(db: Db, brandId: string, articleId: string): Promise<string[]> {
  const marks = await marksOfArticles(db, brandId, [articleId], now())
  const watches = (await watchesOf(db, brandId)).filter(({ id }) =>
    marks.some(({ watch_id }) => watch_id === id),
  )
  const tags = (await tagsOfArticles(db, brandId, [articleId], now())).get(articleId) ?? []
  return [...watches.flatMap((watch) => readTexts(watch.hashtags_json)), ...tags.map(({ name }) => name)]
}

async function pastTags(db: Db, brandId: string): Promise<HashtagInput['past']> {
  const posts = new Map<string, number>()
  for (const row of await hashtagsOfPosts(db, brandId, now() - PAST_DAYS * DAY)) {
    for (const tag of readTexts(row)) posts.set(tag, (posts.get(tag) ?? 0) + 1)
  }
  // Those that went out and were answered speak by that; others by how often they were used.
  const answered = await responsesByHashtag(db, brandId, now() - PAST_DAYS * DAY)
  for (const tag of answered.keys()) if (!posts.has(tag)) posts.set(tag, 0)
  return [...posts].map(([tag, count]) => ({ tag, ...(answered.get(tag) ?? { posts: count, responses: 0 }) }))
}
