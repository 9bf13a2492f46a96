import { HOUR, toInstant } from '#core/instant'
import type { RunOrder } from '#core/orders/run'
import type { Spread } from '#core/orders/types'
import { isOnSite } from '#core/url/ownSite'
import { parseWatch } from '#core/watch'
import { readTexts } from '#shared/platform/json'
import { makesPosts, type OrderRule } from '#shared/orders/types'
import { tagsOfArticles } from '#server/articles'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { feedsIn, marksOfArticles } from '#server/watches'
import type { WithoutText } from './hopeful'
import type { ArticleFacts } from './queries/articles'

/** An order with what it looks at. */
export interface Looking {
  id: string
  rule: OrderRule
  run: RunOrder
  /** Feeds that it looks at; null for all. */
  feeds: ReadonlySet<string> | null
}

/** Posts that an order without a ceiling of its own spreads over a day at most. */
const MOST_A_DAY = 24

const spreadOf = ({ when }: OrderRule): Spread | null => {
  const isAsked = when.minGapMinutes > 0 || when.between !== null || when.times.length > 0
  if (!isAsked) return null
  return {
    perDay: when.perDay ?? MOST_A_DAY,
    minGapMinutes: when.minGapMinutes,
    // Times of its own say it all.
    between: when.times.length > 0 ? null : when.between,
    times: when.times,
  }
}

/** An order as `core` runs it. Throws WatchSyntaxError for a query that is none. */
export const runOrderOf = (id: string, rule: OrderRule): RunOrder => ({
  id,
  condition: {
    ...rule.only,
    query: rule.only.query === '' ? null : parseWatch(rule.only.query),
    ...{ minOutlets: null, minScore: null, minResponses: null },
  },
  butOwn: rule.only.butOwn,
  notTaken: rule.only.notTaken && makesPosts(rule.act),
  makesPosts: makesPosts(rule.act),
  perDay: rule.when.perDay,
  spread: makesPosts(rule.act) ? spreadOf(rule) : null,
  goodForHours: makesPosts(rule.act) ? rule.when.goodForHours : null,
})

/** An order with what it looks at. */
export async function lookingOf(db: Db, brandId: string, id: string, rule: OrderRule): Promise<Looking> {
  const feeds = await feedsIn(db, brandId, { folders: rule.from.folders, sources: rule.from.sources })
  return { id, rule, run: runOrderOf(id, rule), feeds: feeds && new Set(feeds) }
}

/** What sets an article apart from what it says: by the article, marks and tags by their ids. */
export interface Marked {
  watches: ReadonlyMap<string, ReadonlySet<string>>
  tags: ReadonlyMap<string, ReadonlySet<string>>
}

/** What marks and tags some articles have now; nothing is looked up that no order asks for. */
export async function markedOf(db: Db, brandId: string, ids: string[], orders: Looking[]): Promise<Marked> {
  const asks = (what: 'watches' | 'tagIds'): boolean => orders.some(({ rule }) => rule.from[what].length > 0)
  const watches = new Map<string, Set<string>>()
  for (const mark of asks('watches') ? await marksOfArticles(db, brandId, ids, now()) : [])
    watches.set(mark.article_id, (watches.get(mark.article_id) ?? new Set<string>()).add(mark.watch_id))
  const tags = new Map<string, Set<string>>()
  for (const [id, list] of asks('tagIds') ? await tagsOfArticles(db, brandId, ids, now()) : [])
    tags.set(id, new Set(list.map((tag) => tag.id)))
  return { watches, tags }
}

/** Whether an order looks at an article: where it comes from, and what marks or tags it. */
export function looksAt(
  { rule: { from }, feeds }: Looking,
  article: Pick<ArticleFacts, 'id' | 'feed_id'>,
  marked: Marked,
): boolean {
  if (from.kind !== 'articles' || (feeds !== null && !feeds.has(article.feed_id))) return false
  if (from.watches.length + from.tagIds.length === 0) return true
  return (
    from.watches.some((id) => marked.watches.get(article.id)?.has(id)) ||
    from.tagIds.some((id) => marked.tags.get(article.id)?.has(id))
  )
}

/** An article's address, which is taken once wherever it stands; its id where it has none. */
export const keyOf = (article: Pick<ArticleFacts, 'id' | 'link_key'>): string =>
  article.link_key ?? article.id

/**
 * When an article came. What a source brought as it was added came when it was published, as far as anybody
 * can tell.
 */
export const cameAt = ({ at, first_seen_at, since }: ArticleFacts): number =>
  first_seen_at - since < HOUR ? Math.min(at, first_seen_at) : first_seen_at

/**
 * An article as orders are run over it, but for its text. Written out: an object that begins with others'
 * fields takes a thousand times as long to make, and these are made by the ten thousand.
 */
export const runArticleOf = (
  article: ArticleFacts,
  known: {
    orderIds: string[]
    shared: ReadonlySet<string>
    taken: ReadonlySet<string>
    /** The brand's own sites, read once for all. */
    ownSites: string[]
  },
): WithoutText => ({
  id: article.id,
  number: article.number,
  title: article.title ?? '',
  author: article.author,
  source: article.label,
  url: article.url,
  language: article.language,
  region: article.region,
  categories: article.categories_json === '[]' ? [] : readTexts(article.categories_json),
  publishedAt: toInstant(article.at),
  score: null,
  hasPicture: article.image !== null,
  shared: known.shared.has(article.id),
  seenAt: toInstant(cameAt(article)),
  orderIds: known.orderIds,
  own: article.url !== null && isOnSite(article.url, known.ownSites),
  taken: known.taken.has(keyOf(article)),
})
