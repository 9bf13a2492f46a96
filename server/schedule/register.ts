import { rulesChanged, signInAccepted } from '#server/networks'
import { now } from '#server/platform/clock'
import { freeLateQueueItems } from '#server/posts'
import { returnInvalid } from './returns'

export function registerSchedule(): void {
  rulesChanged.on(returnInvalid)
  // What its hold had held goes to the next slots.
  signInAccepted.on((db, brandId, accountId) => freeLateQueueItems(db, brandId, accountId, now()))
}
