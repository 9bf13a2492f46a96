import { rulesChanged, signInAccepted } from '#server/networks'
import { now } from '#server/platform/clock'
import { defineUpkeep } from '#server/platform/jobs/upkeep'
import { freeLateQueueItems } from '#server/posts'
import { noticeQueueEnds } from './lineEnds'
import { lookAtLinksOfTurns } from './linksOfTurns'
import { returnInvalid } from './returns'

export function registerSchedule(): void {
  defineUpkeep('ends of lines', noticeQueueEnds)
  defineUpkeep('links of evergreens', lookAtLinksOfTurns)
  rulesChanged.on(returnInvalid)
  // What its hold had held goes to the next slots.
  signInAccepted.on((db, brandId, accountId) => freeLateQueueItems(db, brandId, accountId, now()))
}
