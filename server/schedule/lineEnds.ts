import { DAY } from '#core/instant'
import { note } from '#shared/messages'
import { noticeTitle } from '#shared/notices/messages'
import { planHold, type AccountRow } from '#server/networks'
import { happened } from '#server/recipients'
import { openNotices, putNotice, settleNotices } from '#server/notices'
import { liveBrands, type BrandRow } from '#server/people'
import { now } from '#server/platform/clock'
import { inTransaction, type Db } from '#server/platform/db'
import { planOf } from './plan'

/** A line that ends within this time is told of. */
const LINE_ENDS_DAYS = 2

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
  return inTransaction(async (db) => {
    const isAnnounced = (await openNotices(db, brand.id, 'line-ends')).some(
      ({ about }) => about === account.id,
    )
    if (!isAnnounced)
      await happened(db, brand.id, 'line.ends', {
        ...{ key: `line:${account.id}`, title: account.name },
        data: { key: `line:${account.id}`, accountId: account.id, account: account.name, endsAt },
      })
    await putNotice(db, {
      brandId: brand.id,
      kind: 'line-ends',
      about: account.id,
      title: noticeTitle('line-ends', account.name),
      message: [note('notice.last-post', { at: endsAt, zone: brand.zone, days: LINE_ENDS_DAYS })],
      link: `/account/${account.id}`,
    })
  })
}
