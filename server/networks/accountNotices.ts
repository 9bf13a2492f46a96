import * as words from '#shared/words'
import type { Db } from '#server/platform/db'
import type { AccountRow } from './rows'
import { putNotice } from '#server/notices'
import type { NetworkRules } from '#core/post'
import { now } from '#server/platform/clock'

const ofAccount = (db: Db, account: AccountRow, kind: 'token' | 'late', message: string): Promise<void> =>
  putNotice(db, {
    brandId: account.brand_id,
    kind,
    about: account.id,
    title: words.notice.kinds[kind](account.name),
    message,
    link: `/account/${account.id}`,
  })

export const noticeToken = (db: Db, account: AccountRow, message: string): Promise<void> =>
  ofAccount(db, account, 'token', words.notice.token(message))

export const noticeLate = (db: Db, account: AccountRow, message: string): Promise<void> =>
  ofAccount(db, account, 'late', words.notice.late(message))

/** Tells how a network takes posts otherwise than before. */
export async function noticeRules(
  db: Db,
  account: AccountRow,
  before: NetworkRules,
  after: NetworkRules,
  returned: number,
): Promise<void> {
  const { changed, kinds, rules } = words.notice
  const what = [
    ...(before.limit === after.limit ? [] : [changed.limit(before.limit, after.limit)]),
    ...(before.media.max === after.media.max ? [] : [changed.pictures(before.media.max, after.media.max)]),
  ]
  const message = rules(what.length > 0 ? what.join(' ') : changed.other, returned)
  // Each change is news of its own; nobody has to put it right.
  await putNotice(db, {
    brandId: account.brand_id,
    kind: 'rules',
    about: `${account.id} ${now()}`,
    title: kinds.rules(account.name),
    message,
    link: `/account/${account.id}`,
  })
}
