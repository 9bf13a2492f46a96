// The record of what went out or is about to: deliveries, their states and what is told of them.
// Owns: deliveries, their events.
// May ask: networks, notices.
export { type Change, ChangedMeanwhile, putState, setState } from './deliveryChanges'
export { noticeDecide, noticeInPart, noticeNotSent, settleDelivery, settleSent } from './deliveryNotices'
export { PART_MS, retryDelayMs } from './pauses'
export {
  addDeliveryEvent,
  countOfQueueItem,
  deliveriesBetween,
  deliveriesOfAccount,
  deliveriesOfPost,
  deliveryById,
  eventsOfDelivery,
  insertDelivery,
  leaseDelivery,
  nextTryAt,
  postponeDue,
  sendableDeliveries,
  sentBefore,
  sentOfArticle,
  sentOfLink,
  sentOfFeed,
  sentTexts,
  standingDeliveries,
  workableDeliveries,
} from './queries/deliveries'
export type { DeliveryRow } from './rows'
