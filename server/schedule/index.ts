// The Schedule: timetables, the plan, placing and moving what is lined up, holds.
// Owns: what the plan is made from; a plan itself is never stored.
// May ask: people, articles, clippings, networks, delivery, campaigns, posts, evergreens.
export { backInLine, putBackInLine } from './backInLine'
export { campaignLines, campaignPage, endCampaign } from './campaigns'
export { evergreenTurns } from './evergreenTurns'
export { proposeFill, takeFill } from './fill'
export { freeze, freezeTurn } from './freeze'
export { hold, holdOf, lateQueueItems, lift } from './holds'
export { moveQueueItem } from './lineMoves'
export { lineUpNext, lineUpPost, putInLine } from './lineUp'
export { sendNow, takeOut } from './queueItems'
export { showPlacing } from './placing'
export { nextRunOf, planOf, plansMade, shownPlan, versionOf } from './plan'
export { listOfPosts } from './list'
export { monthOf, placedBetween, type PlacedPiece, weeksAsked, yearOf } from './month'
export { changeSeveral } from './several'
export { lookAheadOf, scheduleOf } from './schedule'
export { type FixedKeep, moveFixedTimes, setTimetable, tryTimetable, tryZone } from './timetables'
