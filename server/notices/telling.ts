import { liveBrands, updateTelling, type BrandRow } from '#server/people'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { hasWay, keptOf, waysOf } from './channels'
import { tellPersons } from './ownTelling'
import { unsentNotices, updateNotice } from './queries/notices'
import { isQuiet } from './quietTime'
import type { NoticeRow } from './rows'
import { APART_MS, timely } from './timely'
import { tellEverywhere, toldOf, type Ways } from './ways'

/** Tells what is open and was not told yet, where each brand and each person wants it told. */
export async function tellingRound(): Promise<void> {
  const db = await useDb()
  let isMailTaken = true
  for (const brand of await liveBrands(db)) {
    isMailTaken = isMailTaken && (await tellPersons(brand))
    if (isQuiet(keptOf(brand), brand.zone, now())) continue
    const notices = timely(await unsentNotices(db, brand.id), brand.tell_next_at)
    if (notices.length === 0) continue
    const ways = await waysOf(brand)
    if (hasWay(ways)) await tell(brand, ways, notices)
  }
}

async function tell(brand: BrandRow, ways: Ways, notices: NoticeRow[]): Promise<void> {
  const failed = await tellEverywhere(ways, toldOf(brand.name, notices))
  await inTransaction(async (db) => {
    await updateTelling(db, brand.id, {
      tell_next_at: now() + APART_MS,
      tell_message: failed && storeMessages(failed),
    })
    // What could be told one way is told: two ways that fail by turns would else repeat themselves for ever.
    if (failed === null) for (const { id } of notices) await updateNotice(db, id, { told_at: now() })
    await announce(db, brand.id, 'notice', brand.id)
  })
}
