import type { Message } from '#core/message'
import { note } from '#shared/messages'
import { noticeTitle } from '#shared/notices/messages'
import type { Db } from '#server/platform/db'
import type { AccountRow } from './rows'
import { putNotice } from '#server/notices'
import type { NetworkRules } from '#core/post'
import { now } from '#server/platform/clock'

const ofAccount = (db: Db, account: AccountRow, kind: 'token' | 'late', message: Message[]): Promise<void> =>
  putNotice(db, {
    brandId: account.brand_id,
    kind,
    about: account.id,
    title: noticeTitle(kind, account.name),
    message,
    link: `/account/${account.id}`,
  })

/** Tells that a network refuses an account’s sign-in, and that its posts wait. */
export const noticeToken = (db: Db, account: AccountRow, message: Message[]): Promise<void> =>
  ofAccount(db, account, 'token', [...message, note('notice.until-token')])

/** Tells that an account’s posts are late, and what becomes of them. */
export const noticeLate = (db: Db, account: AccountRow, message: Message[]): Promise<void> =>
  ofAccount(db, account, 'late', [...message, note('notice.late-goes-on')])

/** Tells how a network takes posts otherwise than before. */
export async function noticeRules(
  db: Db,
  account: AccountRow,
  before: NetworkRules,
  after: NetworkRules,
  returned: number,
): Promise<void> {
  const limits = { before: before.limit, after: after.limit }
  const pictures = { before: before.media.max, after: after.media.max }
  const what = [
    ...(limits.before === limits.after ? [] : [note('notice.limit', limits)]),
    ...(pictures.before === pictures.after ? [] : [note('notice.pictures', pictures)]),
  ]
  const message = [
    ...(what.length > 0 ? what : [note('notice.other-rules')]),
    ...(returned === 0 ? [] : [note('notice.returned', { posts: returned })]),
  ]
  // Each change is news of its own; nobody has to put it right.
  await putNotice(db, {
    brandId: account.brand_id,
    kind: 'rules',
    about: `${account.id} ${now()}`,
    title: noticeTitle('rules', account.name),
    message,
    link: `/account/${account.id}`,
  })
}
