// The record of what went out or is about to: deliveries, their states and what is told of them.
// Owns: deliveries, their events.
// May ask: networks, notices.
export { type Change, ChangedMeanwhile, deliveryChanged, putState, setState } from './deliveryChanges'
export {
  noticeByHand,
  noticeDecide,
  noticeInPart,
  noticeNotSent,
  settleDelivery,
  settleSent,
} from './deliveryNotices'
export { nextAsk, PART_MS, retryDelayMs, TAKEN_MS } from './pauses'
export {
  addDeliveryEvent,
  countOfPost,
  countOfQueueItem,
  deliveriesBetween,
  deliveriesOfAccount,
  deliveriesOfPost,
  deliveriesShown,
  deliveryById,
  dueTimes,
  eventsOfDelivery,
  insertDelivery,
  leaseDelivery,
  nextTryAt,
  postponeDue,
  sendableDeliveries,
  sentBefore,
  setCounted,
  takenBackDeliveries,
  uncountedDeliveries,
  sentOfArticle,
  sentOfLink,
  sentOfFeed,
  type ShownDelivery,
  sentTexts,
  standingDeliveries,
  workableDeliveries,
} from './queries/deliveries'
export type { DeliveryRow } from './rows'
