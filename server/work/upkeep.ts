import { DAY, MINUTE, toInstant } from '#core/instant'
import { note } from '#shared/messages'
import { noticeTitle } from '#shared/notices/messages'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { accountsOf, type AccountRow, checkRow, planHold, forgetHandovers } from '#server/networks'
import { liveBrands, type BrandRow } from '#server/people'
import { getValue, setValue } from '#server/platform/changes/queries'
import { openNotices, removeOldNotices, putNotice, settleNotices } from '#server/notices'
import { log } from '#server/platform/log'
import { ProblemError } from '#server/platform/http/problem'
import { settings } from '#server/platform/settings'
import { backUp } from '#server/platform/backup/backups'
import { planOf } from '#server/schedule'
import { forgetWhatIsOld } from './retention'

const EVERY_MS = 5 * MINUTE
/** A line that ends within this time is told of. */
const LINE_ENDS_DAYS = 2
const NOTICES_KEPT_DAYS = 60
const CHECK_DAYS = 1
const BACKED_UP_AT = 'backed-up-at'

let nextAt = 0

/** What is done now and then: looks at the lines' ends, forgets what is old, keeps a copy of the data. */
export async function upkeepRound(): Promise<void> {
  if (now() < nextAt) return
  nextAt = now() + EVERY_MS
  const db = await useDb()
  await noticeQueueEnds(db)
  await checkAccounts(db)
  await inTransaction(async (transaction) => {
    await forgetHandovers(transaction)
    await removeOldNotices(transaction, now() - NOTICES_KEPT_DAYS * DAY)
  })
  await forgetWhatIsOld()
  await backUpWhenDue(db)
}

/** Tells of lines that end soon, and settles what was told of those that go on. */
export async function noticeQueueEnds(db: Db): Promise<void> {
  for (const brand of await liveBrands(db)) {
    const { accounts, plan, input } = await planOf(db, brand.id)
    for (const account of accounts) {
      const endsAt = plan.perAccount.find(({ accountId }) => accountId === account.id)?.endsAt ?? null
      const hasQueue = input.posts.some(({ accountId }) => accountId === account.id)
      const hasTimetable = input.accounts.find(({ id }) => id === account.id)!.timetable.slots.length > 0
      const isSoon =
        hasQueue &&
        hasTimetable &&
        planHold(brand, account) === null &&
        endsAt !== null &&
        Date.parse(endsAt) < now() + LINE_ENDS_DAYS * DAY
      if (isSoon) await noticeEnd(brand, account, endsAt)
      else await settleEnd(db, brand, account)
    }
  }
}

async function settleEnd(db: Db, brand: BrandRow, account: AccountRow): Promise<void> {
  const isAnnounced = (await openNotices(db, brand.id, 'line-ends')).some(({ about }) => about === account.id)
  if (isAnnounced)
    await inTransaction((transaction) => settleNotices(transaction, brand.id, 'line-ends', account.id))
}

function noticeEnd(brand: BrandRow, account: AccountRow, endsAt: string): Promise<void> {
  return inTransaction((db) =>
    putNotice(db, {
      brandId: brand.id,
      kind: 'line-ends',
      about: account.id,
      title: noticeTitle('line-ends', account.name),
      message: [note('notice.last-post', { at: endsAt, zone: brand.zone, days: LINE_ENDS_DAYS })],
      link: `/account/${account.id}`,
    }),
  )
}

/** Networks change how they take posts and tokens end: each account is asked once a day, one at a time. */
async function checkAccounts(db: Db): Promise<void> {
  for (const brand of await liveBrands(db)) {
    for (const account of await accountsOf(db, brand.id)) {
      if (account.refused_at !== null || (account.checked_at ?? 0) > now() - CHECK_DAYS * DAY) continue
      await checkRow(account).catch((error: unknown) => {
        // A refused token is kept with the account by now; a network that does not answer is asked again in
        // some minutes.
        if (!(error instanceof ProblemError)) throw error
        log.info({ account: account.id }, error.message)
      })
    }
  }
}

/** Copies of the data are kept by the machine's clock, which no demo moves. */
async function backUpWhenDue(db: Db): Promise<void> {
  const { backupHours } = settings()
  const last = Number((await getValue(db, BACKED_UP_AT)) ?? 0)
  if (backupHours === 0 || realNow() < last + backupHours * 60 * MINUTE) return
  try {
    const file = await backUp()
    await inTransaction((transaction) => setValue(transaction, BACKED_UP_AT, String(realNow())))
    log.info({ file, at: toInstant(realNow()) }, 'The data was backed up.')
  } catch (error) {
    log.error({ error }, 'The backup failed; it is tried again in some minutes.')
  }
}
