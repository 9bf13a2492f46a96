export { slotsBetween } from './slots'
export { planLines } from './plan'
export { fillOpenSlots, type FillCandidate, type FillChoice, type FilledSlot } from './fill'
export { laterPlaces } from './laterPlaces'
export { heldPlaces, isHeldOpenly, withHoldsLifted } from './lifted'
export { nextEvergreen, wordingAfter } from './evergreens'
export { EVERGREENS } from './mixLedger'
export { isPoolTooSmall, roundDays } from './rounds'
export { echoTimes, spreadTimes } from './series'
export { movePost, planDifference, type Moved, type MoveTo } from './moves'
export { copyDay, evenTimes, minutesOf, shiftWeek, timeOf } from './readyMade'
export { lookAhead, type Finding, type FindingKind } from './lookAhead'
export { zoneClock, type ZoneClock } from './zoneClock'
export type {
  Evergreen,
  Offset,
  Plan,
  PlanEntry,
  PlanInput,
  PlanPost,
  Sent,
  Slot,
  SlotUse,
  Timetable,
  UnplacedCode,
} from './types'
