import { HOUR, type Instant } from '../instant'
import { matchWatch } from '../watch'
import type { ConditionFailed, OrderArticle, OrderCondition } from './types'

/**
 * Whether an article is one that an order takes; `failed`: the first part that does not hold, in the order of
 * the condition's fields. An article without a date has no age, so that no age rules it out; one without a
 * language, a region, a score or a count fails what asks for one.
 */
export function decide(
  condition: OrderCondition,
  article: OrderArticle,
  context: { now: Instant },
): { holds: boolean; failed: ConditionFailed | null } {
  const failed = firstFailed(
    condition,
    article,
    Date.parse(context.now),
    () => condition.query === null || matchWatch(condition.query, article, context.now) !== null,
  )
  return { holds: failed === null, failed }
}

/** The same where what the query says is known some other way. */
export function firstFailed(
  condition: OrderCondition,
  article: OrderArticle,
  now: number,
  queryHolds: () => boolean,
): ConditionFailed | null {
  if (!queryHolds()) return 'query'
  if (isTooOld(condition.maxAgeHours, article.publishedAt, now)) return 'age'
  if (!isWithin(article.words, condition.minWords, condition.maxWords)) return 'words'
  if (!isAmong(condition.languages.map(mainOf), article.language && mainOf(article.language)))
    return 'language'
  if (!isAmong(condition.regions.map(plain), article.region && plain(article.region))) return 'region'
  if (!isAtLeast(article.outlets, condition.minOutlets)) return 'outlets'
  if (!isAtLeast(article.score, condition.minScore)) return 'score'
  if (!isAtLeast(article.responses, condition.minResponses)) return 'responses'
  if (condition.needsPicture && !article.hasPicture) return 'picture'
  if (condition.notShared && article.shared) return 'shared'
  return null
}

const isTooOld = (hours: number | null, publishedAt: Instant | null, now: number): boolean =>
  hours !== null && publishedAt !== null && now - Date.parse(publishedAt) > hours * HOUR

const isWithin = (value: number, least: number | null, most: number | null): boolean =>
  (least === null || value >= least) && (most === null || value <= most)

const isAmong = (wanted: string[], value: string | null): boolean =>
  wanted.length === 0 || (value !== null && wanted.includes(value))

const isAtLeast = (value: number | null | undefined, least: number | null): boolean =>
  least === null || (value ?? Number.NEGATIVE_INFINITY) >= least

const mainOf = (language: string): string => language.toLowerCase().split(/[-_]/)[0]!
const plain = (region: string): string => region.trim().toLowerCase()
