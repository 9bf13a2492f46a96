import type { Message } from '#core/message'
import { noticeTitle } from '#shared/notices/messages'
import type { DeliveryRow } from './rows'
import type { Db } from '#server/platform/db'
import type { AccountRow } from '#server/networks'
import { putNotice, settleNotices } from '#server/notices'
import type { NoticeKind } from '#shared/notices/types'

const linkTo = (delivery: DeliveryRow): string => `/delivery/${delivery.id}`

const about = (
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  kind: 'not-sent' | 'by-hand' | 'decide' | 'in-part',
  message: Message[],
): Promise<void> =>
  putNotice(db, {
    brandId: delivery.brand_id,
    kind,
    about: delivery.id,
    title: noticeTitle(kind, account.name),
    message,
    link: linkTo(delivery),
  })

/** Tells that a post was not sent, and why. */
export const noticeNotSent = (
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  message: Message[],
): Promise<void> => about(db, delivery, account, 'not-sent', message)

/** Tells that somebody must look whether a post arrived. */
export const noticeDecide = (
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  message: Message[],
): Promise<void> => about(db, delivery, account, 'decide', message)

/** Tells that it is time to post something by hand. */
export const noticeByHand = (
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  message: Message[],
): Promise<void> => about(db, delivery, account, 'by-hand', message)

/** Tells that only part of a post is there. */
export const noticeInPart = (
  db: Db,
  delivery: DeliveryRow,
  account: AccountRow,
  message: Message[],
): Promise<void> => about(db, delivery, account, 'in-part', message)

const OF_DELIVERY: NoticeKind[] = ['not-sent', 'by-hand', 'decide', 'in-part']

/** Whatever was told of a delivery is settled. */
export async function settleDelivery(db: Db, delivery: DeliveryRow): Promise<void> {
  for (const kind of OF_DELIVERY) await settleNotices(db, delivery.brand_id, kind, delivery.id)
}

/** A delivery arrived: what was told of it is settled, and that its account is late. */
export async function settleSent(db: Db, delivery: DeliveryRow): Promise<void> {
  await settleDelivery(db, delivery)
  await settleNotices(db, delivery.brand_id, 'late', delivery.account_id)
}
