import type { DraftSource } from '#core/drafting'
import { promptFor } from '#shared/drafting/prompt'
import type { ChatMessage, DraftLanguage, DraftWish } from '#shared/drafting/types'
import { articleForBrand } from '#server/articles'
import { brandById } from '#server/people'
import type { Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { approvedTexts, writingOf } from '#server/posts'
import type { Model } from './model'

/** Characters of a draft by the length a brand likes, where its networks have room. */
const AIMS = { short: 120, medium: 180, long: 240 } as const
/** Characters of an article that a draft is held against. */
const HELD = 100_000
const EXAMPLES = 4

/** What a draft is wanted of. */
export interface DraftWanted {
  articleId: string
  wish: DraftWish
  /** What is to be written again; '' for a new one. */
  text: string
  /** Null for the one the brand wants, or else the article's. */
  language: DraftLanguage | null
  /** Characters that the strictest account has room for. */
  room: number
  count: number
}

/** A draft as a writer is asked for it. */
export interface DraftRequest {
  source: DraftSource
  articleLanguage: string | null
  language: string
  aim: number
  room: number
  wordsNotUsed: string[]
  /** Which of how many at once. */
  which: number
  count: number
  messages: ChatMessage[]
}

/**
 * All that drafts of an article are asked with, one request for each. Throws `notFound`, and `noArticleText`
 * where there is nothing to write about.
 */
export async function requestsFor(
  db: Db,
  brandId: string,
  model: Pick<Model, 'language'> | null,
  wanted: DraftWanted,
): Promise<DraftRequest[]> {
  const article = await articleForBrand(db, brandId, wanted.articleId)
  if (!article) throw problem('notFound')
  const text = article.text.slice(0, HELD)
  if (text.trim() === '' && (article.title ?? '').trim() === '') throw problem('noArticleText')
  const brand = (await brandById(db, brandId))!
  const { instruction, wordsNotUsed } = writingOf(brand)
  const source: DraftSource = {
    ...{ title: article.title ?? '', text, author: article.author },
    ...{ outlet: article.label, url: article.url },
  }
  const language = wanted.language ?? model?.language ?? article.language ?? brand.language
  const examples = await approvedTexts(db, brandId, language.slice(0, 2), EXAMPLES)
  const aim = Math.min(AIMS[instruction.length], wanted.room)
  return Array.from({ length: wanted.count }, (_, which) => ({
    ...{ source, articleLanguage: article.language, language, aim, room: wanted.room, wordsNotUsed },
    ...{ which, count: wanted.count },
    messages: promptFor({
      ...{ instruction, language, aim, most: wanted.room, wordsNotUsed, examples, source },
      ...{ wish: wanted.wish, text: wanted.text, which },
    }),
  }))
}
