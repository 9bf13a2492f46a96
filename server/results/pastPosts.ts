import { deliveriesOfAccount } from '#server/delivery'
import { asAccount, type AccountRow } from '#server/networks'
import type { ResponseReader } from '#server/networks/connectors'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { ifTold } from './ifTold'
import { accountReading, insertOutsidePosts, outsidePostsOf, putAccountReading } from './queries/readings'

const MOST = 100
const MOST_OWN = 1_000
const LONGEST_TEXT = 2_000

/** Fetches once what an account posted before it was connected: not what went out from here. */
export async function askPastPosts(db: Db, account: AccountRow, reader: ResponseReader): Promise<void> {
  if ((await accountReading(db, account.id))?.past_read_at) return
  const past = await ifTold(
    asAccount(account, (access) => reader.past(access, MOST)),
    [],
  )
  const own = new Set(
    (await deliveriesOfAccount(db, account.brand_id, account.id, MOST_OWN)).flatMap(
      ({ remote_id, remote_url }) => [remote_id, remote_url],
    ),
  )
  await inTransaction(async (into) => {
    await insertOutsidePosts(
      into,
      past
        .filter(
          ({ remoteId, remoteUrl }) => !own.has(remoteId) && (remoteUrl === null || !own.has(remoteUrl)),
        )
        .map(({ remoteId, remoteUrl, at, text, counts }) => ({
          account_id: account.id,
          remote_id: remoteId,
          url: remoteUrl,
          at,
          text: text.slice(0, LONGEST_TEXT),
          ...counts,
        })),
    )
    await putAccountReading(into, account.id, { past_read_at: now() })
    await announce(into, account.brand_id, 'responses', account.id)
  })
}

/** What an account said since a time before it was connected: nobody likes to read it twice. */
export const pastTexts = async (
  db: Db,
  accountId: string,
  since: number,
): Promise<{ at: number; text: string }[]> =>
  (await outsidePostsOf(db, accountId, since, now())).map(({ at, text }) => ({ at, text }))
