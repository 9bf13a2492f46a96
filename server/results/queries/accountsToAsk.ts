import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { text, whole } from '#server/platform/db/tables'

/** Accounts whose network tells of anything, in use. */
const askable = (db: Db) =>
  joined(db, 'accounts')
    .leftJoin('account_readings', 'account_readings.account_id', 'accounts.id')
    .whereIn('accounts.protocol', ['mastodon', 'atproto', 'micropub'])
    .whereNull('accounts.removed_at')
    .whereNull('accounts.refused_at')

const NEXT = 'max(coalesce(account_readings.followers_next_at, 0), coalesce(account_readings.quiet_until, 0))'

/** Accounts whose followers, or posts of before, are to be asked for now. */
export const accountsToAsk = (db: Db, now: number) =>
  readAll(
    { account_id: text(), brand_id: text() },
    askable(db).whereRaw(`${NEXT} <= ?`, [now]).select('accounts.id AS account_id', 'accounts.brand_id'),
  )

/** When that is next, whosever account it is; null for never. */
export async function nextAskAt(db: Db): Promise<number | null> {
  const [row] = await readAll(
    { next_at: whole().orNull() },
    askable(db).select(db.raw(`min(${NEXT}) AS next_at`)),
  )
  return row?.next_at ?? null
}
