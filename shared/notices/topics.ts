import type { NoticeKind, NoticeTopic } from './types'

/** What a person may choose to be told of. */
export const NOTICE_TOPICS: readonly NoticeTopic[] = ['sending', 'line', 'review', 'orders', 'dates']

const TOPICS: Record<NoticeKind, NoticeTopic> = {
  'not-sent': 'sending',
  'by-hand': 'sending',
  decide: 'sending',
  'in-part': 'sending',
  late: 'sending',
  token: 'sending',
  rules: 'sending',
  'line-ends': 'line',
  review: 'review',
  'made-by-orders': 'review',
  'order-rests': 'orders',
  'order-quiet': 'orders',
  'order-found': 'orders',
  'hand-on': 'orders',
  almanac: 'dates',
}

export const topicOf = (kind: NoticeKind): NoticeTopic => TOPICS[kind]
