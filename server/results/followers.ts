import { DAY, HOUR } from '#core/instant'
import { asAccount, type AccountRow } from '#server/networks'
import type { ResponseReader } from '#server/networks/connectors'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { ifTold } from './ifTold'
import { accountReading, putAccountReading, putFollowers } from './queries/readings'

/** Asks once a day how many follow an account. A day without an answer stays without a figure. */
export async function askFollowers(db: Db, account: AccountRow, reader: ResponseReader): Promise<void> {
  const at = now()
  if (((await accountReading(db, account.id))?.followers_next_at ?? 0) > at) return
  const followers = await ifTold(
    asAccount(account, (access) => reader.followers(access)),
    null,
  )
  await inTransaction(async (into) => {
    if (followers !== null) {
      await putFollowers(into, {
        account_id: account.id,
        day: new Date(at).toISOString().slice(0, 10),
        followers,
        at,
      })
      await announce(into, account.brand_id, 'responses', account.id)
    }
    await putAccountReading(into, account.id, {
      followers_next_at: Math.ceil((at + DAY - HOUR / 2) / HOUR) * HOUR,
    })
  })
}
