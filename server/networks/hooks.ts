import { hook } from '#server/platform/hook'
import type { Db } from '#server/platform/db'

/**
 * A network takes posts otherwise than before. Each handler gives how many posts it sent back to the Desk.
 * Part of the transaction.
 */
export const rulesChanged = hook<[db: Db, brandId: string, accountId: string], number>()
/** A network accepts a sign-in again that it had refused. Part of the transaction. */
export const signInAccepted = hook<[db: Db, brandId: string, accountId: string]>()
