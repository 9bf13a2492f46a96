import type { Instant } from '../instant'
import { matchWatch } from './match'
import { prepareArticle, type PreparedArticle } from './prepare'
import type { WatchArticle, WatchMatch, WatchQuery } from './types'

export interface WatchIndex {
  match(article: WatchArticle | PreparedArticle, now: Instant): { id: string; match: WatchMatch }[]
}

/** Many watches against one article, which is cut into words once. */
export function buildWatchIndex(watches: { id: string; query: WatchQuery }[]): WatchIndex {
  return {
    match: (article, now) => {
      const prepared = 'prepared' in article ? article : prepareArticle(article)
      return watches.flatMap(({ id, query }) => {
        const match = matchWatch(query, prepared, now)
        return match ? [{ id, match }] : []
      })
    },
  }
}
