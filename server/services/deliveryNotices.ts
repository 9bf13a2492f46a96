import type { NoticeKind } from '../../shared/deliveries'
import type { NetworkRules } from '../../core/post'
import * as words from '../../shared/words'
import { now } from '../clock'
import type { Db } from '../db'
import type { AccountRow, DeliveryRow } from '../db/rows'
import { putNotice, settleNotices } from './notices'

const linkTo = (delivery: DeliveryRow): string => `/delivery/${delivery.id}`

const about = (db: Db, delivery: DeliveryRow, account: AccountRow, kind: 'not-sent' | 'decide' | 'in-part', says: string): Promise<void> =>
  putNotice(db, { brandId: delivery.brand_id, kind, about: delivery.id, title: words.notice.kinds[kind](account.name), says, link: linkTo(delivery) })

export const noticeNotSent = (db: Db, delivery: DeliveryRow, account: AccountRow, says: string): Promise<void> => about(db, delivery, account, 'not-sent', says)
export const noticeDecide = (db: Db, delivery: DeliveryRow, account: AccountRow, says: string): Promise<void> => about(db, delivery, account, 'decide', says)
export const noticeInPart = (db: Db, delivery: DeliveryRow, account: AccountRow, says: string): Promise<void> => about(db, delivery, account, 'in-part', says)

const ofAccount = (db: Db, account: AccountRow, kind: 'token' | 'late', says: string): Promise<void> =>
  putNotice(db, { brandId: account.brand_id, kind, about: account.id, title: words.notice.kinds[kind](account.name), says, link: `/account/${account.id}` })

export const noticeToken = (db: Db, account: AccountRow, says: string): Promise<void> => ofAccount(db, account, 'token', words.notice.token(says))
export const noticeLate = (db: Db, account: AccountRow, says: string): Promise<void> => ofAccount(db, account, 'late', words.notice.late(says))

/** Tells how a network takes posts otherwise than before. */
export async function noticeRules(db: Db, account: AccountRow, before: NetworkRules, after: NetworkRules, returned: number): Promise<void> {
  const { changed, kinds, rules } = words.notice
  const what = [
    ...(before.limit === after.limit ? [] : [changed.limit(before.limit, after.limit)]),
    ...(before.media.max === after.media.max ? [] : [changed.pictures(before.media.max, after.media.max)]),
  ]
  const says = rules(what.length > 0 ? what.join(' ') : changed.other, returned)
  // Each change is news of its own; nobody has to put it right.
  await putNotice(db, {
    brandId: account.brand_id,
    kind: 'rules',
    about: `${account.id} ${now()}`,
    title: kinds.rules(account.name),
    says,
    link: `/account/${account.id}`,
  })
}

const OF_DELIVERY: NoticeKind[] = ['not-sent', 'decide', 'in-part']

/** Whatever was told of a delivery is settled. */
export async function settleDelivery(db: Db, delivery: DeliveryRow): Promise<void> {
  for (const kind of OF_DELIVERY) await settleNotices(db, delivery.brand_id, kind, delivery.id)
}

/** A delivery arrived: what was told of it is settled, and that its account is late. */
export async function settleSent(db: Db, delivery: DeliveryRow): Promise<void> {
  await settleDelivery(db, delivery)
  await settleNotices(db, delivery.brand_id, 'late', delivery.account_id)
}
