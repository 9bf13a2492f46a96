import type { Db } from '#server/platform/db'
import { hook } from '#server/platform/hook'

/**
 * Watches and rules have looked at articles that came, within the transaction that notes it: whoever wants to
 * go on with them keeps that there.
 */
export const articlesMatched = hook<[db: Db, feedId: string, articleIds: string[]]>()
