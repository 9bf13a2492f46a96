import type { Message } from '#core/message'
import type { NoticeKind } from './types'
import { counted } from '#shared/platform/plural'
import { sayDay, sayMoment, type Sentences } from '#shared/platform/say'

type Titles = { [K in NoticeKind as `notice.${K}`]: { network: string } }

/** Titles of notices by their kind, and what they say besides what happened. */
export interface NoticeMessages extends Titles {
  'notice.day-comes': { day: string }
  'notice.to-review': { count: number; first: string }
  'notice.to-look-over': { count: number; first: string }
  'notice.until-token': object
  'notice.late-goes-on': object
  'notice.last-post': { at: string; zone: string; days: number }
  'notice.limit': { before: number; after: number }
  'notice.pictures': { before: number; after: number }
  'notice.other-rules': object
  'notice.returned': { posts: number }
}

export const noticeTitle = (kind: NoticeKind, network: string): Message[] => [
  { code: `notice.${kind}`, params: { network } },
]

export const noticeMessages: Sentences<NoticeMessages> = {
  'notice.not-sent': ({ network }) => `A post was not sent to ${network}`,
  'notice.by-hand': ({ network }) => `A post for ${network} is to be posted by hand`,
  'notice.decide': ({ network }) => `Did a post arrive on ${network}?`,
  'notice.in-part': ({ network }) => `A post is on ${network} in part`,
  'notice.late': ({ network }) => `Posts for ${network} are late`,
  'notice.token': ({ network }) => `${network} no longer accepts the sign-in`,
  'notice.line-ends': ({ network }) => `The line of ${network} ends soon`,
  'notice.rules': ({ network }) => `${network} changed how it takes posts`,
  'notice.almanac': ({ network }) => `Coming up: ${network}`,
  'notice.order-rests': ({ network }) => `The order “${network}” rests`,
  'notice.order-quiet': ({ network }) => `The order “${network}” found nothing for long`,
  'notice.order-found': ({ network }) => `${network}: found`,
  'notice.hand-on': ({ network }) => `Nothing gets to ${network} any more`,
  'notice.review': () => 'Posts wait for a review',
  'notice.made-by-orders': () => 'Posts by standing orders wait to be looked over',
  'notice.to-review': ({ count, first }) =>
    `${counted(count, 'post waits', 'posts wait')}. The newest: ${first}`,
  'notice.to-look-over': ({ count, first }) =>
    `${counted(count, 'post', 'posts')} that nobody has seen yet. The newest: ${first}`,
  'notice.day-comes': ({ day }) => `${sayDay(day)}.`,
  'notice.until-token': () => 'Its posts wait in line until it is connected again.',
  'notice.late-goes-on': () =>
    'What it does not take within an hour goes out at the next slots, in its order; nothing is lost.',
  'notice.last-post': ({ at, zone, days }) =>
    `Its last post goes out ${sayMoment(at, zone)}; after that its slots are empty (you are told ` +
    `${counted(days, 'day', 'days')} ahead).`,
  'notice.limit': ({ before, after }) => `It now takes ${after} characters (before: ${before}).`,
  'notice.pictures': ({ before, after }) => `It now takes up to ${after} pictures (before: ${before}).`,
  'notice.other-rules': () => 'Its rules are not the same as before.',
  'notice.returned': ({ posts }) =>
    `${counted(posts, 'post', 'posts')} no longer fit and went back to the Desk.`,
}
