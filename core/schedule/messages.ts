import type { UnplacedCode } from './types'

/** What the plan says of places, open slots and posts without a place, by its code. */
export interface ScheduleMessages extends Record<`schedule.after-${UnplacedCode}`, object> {
  // Why a post has the slot it has; `after-…`: what kept it out of the open slots before.
  'schedule.first': object
  'schedule.just-missed': object
  'schedule.slot-chosen': object
  'schedule.time-chosen': object
  'schedule.evergreen-turn': object
  // Why a slot is open.
  'schedule.kept-free': object
  'schedule.none-of-pillar': object
  'schedule.none-waiting': object
  'schedule.none-fits': object
  // Why a post may not go out at a time, or has no place.
  'schedule.account-gone': object
  'schedule.follows-nothing': object
  'schedule.beyond-planned': object
  'schedule.beyond-shown': object
  'schedule.time-later': object
  'schedule.out-of-date-first': object
  'schedule.all-taken': object
  'schedule.no-slot': object
  'schedule.not-yet': object
  'schedule.too-soon-after': object
  'schedule.past': object
  'schedule.past-good-until': object
  'schedule.before-may': object
  'schedule.held-then': object
  'schedule.slot-taken': object
  'schedule.slot-gone': object
  'schedule.held-soon': object
  'schedule.unapproved-soon': object
  'schedule.left-free': object
  'schedule.left-for-pillar': object
  'schedule.link-apart': { minutes: number }
  'schedule.on-hold': object
  'schedule.day-full': { posts: number }
  'schedule.gap': { minutes: number }
  'schedule.mix': { percent: number; days: number }
  'schedule.mix-evergreens': { percent: number; days: number }
  'schedule.repeat': { days: number }
  // What stands out in the days to come.
  'ahead.hold': { waiting: number }
  'ahead.no-timetable': object
  'ahead.line-ends': object
  'ahead.not-firm-soon': object
  'ahead.full-day': { posts: number; most: number }
  'ahead.empty-day': { slots: number }
  'ahead.link-twice': { days: number }
  'ahead.mix': { percent: number; days: number; most: number }
}
