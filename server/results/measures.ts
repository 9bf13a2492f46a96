import { FIRST_DAYS_MS } from '#core/results'
import type { Measure } from '#shared/results/types'
import { answersOf } from './storeReads'
import type { SentPostRow } from './rows'

/** Whether a post's first days are over, with the half day that its reading may be late. */
export const isSettled = ({ sent_at }: SentPostRow, now: number): boolean =>
  sent_at + FIRST_DAYS_MS + 12 * 3_600_000 <= now

/**
 * What was answered to a post within its first days, by a measure; null where that was not told. Where both
 * count and one of them is not told, the other stands alone: the accounts of one network are alike in that.
 */
export function firstResponses(post: SentPostRow, measure: Measure): number | null {
  const clicks = post.code === null ? null : post.first_clicks
  if (measure === 'clicks') return clicks
  if (measure === 'answers') return post.first_answers
  return post.first_answers === null && clicks === null ? null : (post.first_answers ?? 0) + (clicks ?? 0)
}

/** What was answered to a post until now; null where nothing was ever told. */
export const answersUntilNow = (post: SentPostRow): number | null => answersOf(post)

/** Clicks on a post's short link until now; null where it has none. */
export const clicksUntilNow = ({ code, clicks }: SentPostRow): number | null =>
  code === null ? null : clicks

/** The sum of what was told; null where nothing was. */
export function sumOf(counts: (number | null)[]): number | null {
  const told = counts.filter((count) => count !== null)
  return told.length === 0 ? null : told.reduce((sum, count) => sum + count, 0)
}
