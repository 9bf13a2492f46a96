import type { suggestWords, WatchArticle, WatchQuery } from '#core/watch'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { Looked, LookInput } from './lookWithWatch'

type Text = Parameters<typeof suggestWords>[1][number]

export interface MatchInput {
  watches: { id: string; query: WatchQuery }[]
  articles: (WatchArticle & { id: string })[]
  now: string
}

export interface MatchResult {
  /** In force from then on, and before then, in milliseconds; null for without end. */
  marks: {
    watchId: string
    articleId: string
    strength: number
    found: string[]
    from: number | null
    until: number | null
  }[]
}

/** What watches find in articles. */
export const matchWatchesTask = threadTask<MatchInput, MatchResult>('matchWatches')
/** See `watchExpression`. */
export const watchExpressionTask = threadTask<WatchQuery, string | null>('watchExpression')
/** See `lookWithWatch`. */
export const lookWithWatchTask = threadTask<LookInput, Looked>('lookWithWatch')
/** Words that would set what a query keeps apart from the rest; see `suggestWords` of core/watch. */
export const offerWordsTask = threadTask<
  { query: WatchQuery | null; kept: Text[]; others: Text[]; count: number },
  { word: string; kept: number }[]
>('offerWords')
