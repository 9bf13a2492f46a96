import { DAY } from '#core/instant'
import type { CouldServe } from '#shared/campaigns/types'
import { campaignById } from '#server/campaigns'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { find } from './find'

/** Words and phrases of a campaign that are looked for, and how much of what they find is offered. */
const MOST_WORDS = 8
const MOST_ARTICLES = 12
const MOST_CLIPPINGS = 8
/** Older articles are no news for anybody. */
const DAYS_BACK = 60

/** Words and phrases of a list with commas or lines between, as they are looked for. */
export const phrasesOf = (list: string): string[] =>
  list
    .split(/[,;\n]/)
    .map((part) => part.replaceAll('"', ' ').trim())
    .filter(Boolean)
    .map((part) => (/\s/.test(part) ? `"${part}"` : part))

/**
 * Clippings and articles that hold words of a campaign and that no post was made of: those first that hold
 * most of them, its main words before the others. Throws `notFound`.
 */
export async function couldServe(brandId: string, id: string): Promise<CouldServe> {
  const campaign = await campaignById(await useDb(), brandId, id)
  if (!campaign) throw problem('notFound')
  const phrases = [...phrasesOf(campaign.words), ...phrasesOf(campaign.more_words)].slice(0, MOST_WORDS)
  const [articles, clippings] = [
    new Found<CouldServe['articles'][number]>(),
    new Found<CouldServe['clippings'][number]>(),
  ]
  for (const query of phrases) {
    const found = await find(brandId, { query, show: 'all', sourceId: null, since: now() - DAYS_BACK * DAY })
    for (const article of found.articles)
      if (article.post === null && article.state !== 'passed') articles.add(article)
    for (const clipping of found.clippings) if (clipping.show !== 'done') clippings.add(clipping)
  }
  return { articles: articles.best(MOST_ARTICLES), clippings: clippings.best(MOST_CLIPPINGS) }
}

/** What was found, and how often. */
class Found<T extends { id: string }> {
  readonly #known = new Map<string, { one: T; times: number }>()

  add(one: T): void {
    this.#known.set(one.id, { one, times: (this.#known.get(one.id)?.times ?? 0) + 1 })
  }

  best(most: number): T[] {
    return [...this.#known.values()]
      .sort((a, b) => b.times - a.times)
      .slice(0, most)
      .map(({ one }) => one)
  }
}
