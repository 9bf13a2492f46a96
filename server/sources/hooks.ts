import type { NewArticle } from '#server/articles'
import { hook } from '#server/platform/hook'
import type { FeedRow } from './rows'

/**
 * Articles of a feed were stored, and noted as yet to be looked at; they are no more once all have looked.
 */
export const articlesStored = hook<[feed: FeedRow, articles: NewArticle[]]>()
/**
 * A brand reads a feed from now on, or reads it otherwise than before: its kept articles are looked at anew.
 */
export const sourceChanged = hook<[brandId: string, sourceId: string, feed: FeedRow | null]>()
