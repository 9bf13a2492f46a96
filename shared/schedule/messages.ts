import type { ScheduleMessages } from '#core/schedule/messages'
import { counted } from '#shared/platform/plural'
import { speaker, type Sentences } from '#shared/platform/say'

const after = (why: string) => () => `The first slot it may take; open slots before it ${why}.`

export const scheduleMessages: Sentences<ScheduleMessages> = {
  'schedule.first': () => 'The first slot it may take.',
  'schedule.after-good-until': after('come after it is good until'),
  'schedule.after-not-before': after('come before it may go out'),
  'schedule.after-past': after('have passed'),
  'schedule.after-hold': after('fall into a hold'),
  'schedule.after-not-approved': after('are about to be used, and it is not approved'),
  'schedule.after-repeat': after('come too soon after the same link'),
  'schedule.after-ceiling': after('are on days that have their posts'),
  'schedule.after-gap': after('are too close to another post'),
  'schedule.after-mix': after('would give its pillar more than its share'),
  'schedule.after-no-slot': after('are kept for something else'),
  'schedule.after-beyond-until': after('lie beyond the days shown'),
  'schedule.after-waits-for': after('come too soon after the post it follows'),
  'schedule.just-missed': () => 'Its slot was just missed; it goes out now.',
  'schedule.slot-chosen': () => 'This slot was chosen for it.',
  'schedule.time-chosen': () => 'This time was chosen for it.',
  'schedule.evergreen-turn': () => 'Its turn among the evergreens this slot is kept for.',
  'schedule.kept-free': () => 'Kept free on purpose.',
  'schedule.none-of-pillar': () => 'Nothing of this slot’s pillar is waiting in line.',
  'schedule.none-waiting': () => 'Nothing that may go here is waiting in line.',
  'schedule.none-fits': () => 'Nothing that is left may go here.',
  'schedule.account-gone': () => 'Its account is no longer there.',
  'schedule.follows-nothing': () => 'The post it follows has no time yet.',
  'schedule.beyond-planned': () => 'Its time lies beyond the days that are planned yet.',
  'schedule.beyond-shown': () => 'Its time lies beyond the days that are planned yet.',
  'schedule.time-later': () => 'Goes out at its own time, beyond the days that are planned yet.',
  'schedule.out-of-date-first': () => 'No slot is free before it is out of date.',
  'schedule.all-taken': () => 'All slots of the days shown are taken.',
  'schedule.no-slot': () => 'The timetable has no slot for it.',
  'schedule.not-yet': () => 'It may not go out yet.',
  'schedule.too-soon-after': () => 'No slot comes long enough after the post it follows.',
  'schedule.past': () => 'Its time has passed.',
  'schedule.past-good-until': () => 'Its time lies after it is good until.',
  'schedule.before-may': () => 'Its time lies before it may go out.',
  'schedule.held-then': () => 'The account is on hold at its time.',
  'schedule.slot-taken': () => 'Another post has its slot.',
  'schedule.slot-gone': () => 'Its slot is no longer in the timetable.',
  'schedule.held-soon': () => 'It is on hold, and its slot is about to be used.',
  'schedule.unapproved-soon': () => 'It is not approved, and its slot is about to be used.',
  'schedule.left-free': () => 'The slots left are kept free on purpose.',
  'schedule.left-for-pillar': () => 'The slots left are kept for another pillar.',
  'schedule.link-apart': ({ minutes }) =>
    `The same link goes out on another account less than ${counted(minutes, 'minute', 'minutes')} away.`,
  'schedule.on-hold': () => 'The account is on hold.',
  'schedule.day-full': ({ posts }) => `That day has its ${counted(posts, 'post', 'posts')} already.`,
  'schedule.gap': ({ minutes }) => `Another post is less than ${counted(minutes, 'minute', 'minutes')} away.`,
  'schedule.mix': ({ percent, days }) =>
    `Its pillar would be more than ${percent}% of ${counted(days, 'day', 'days')}.`,
  'schedule.mix-evergreens': ({ percent, days }) =>
    `Evergreens would be more than ${percent}% of ${counted(days, 'day', 'days')}.`,
  'schedule.repeat': ({ days }) => `The same link goes out less than ${counted(days, 'day', 'days')} away.`,
  'ahead.hold': ({ waiting }) =>
    waiting === 0
      ? 'On hold: nothing goes out.'
      : `On hold: nothing goes out. ${counted(waiting, 'post waits', 'posts wait')} for the hold to be lifted.`,
  'ahead.no-timetable': () => 'It has no timetable: what is lined up gets no slot.',
  'ahead.line-ends': () => 'Its line ends soon.',
  'ahead.not-firm-soon': () => 'Not approved, or on hold, and its slot comes within a day.',
  'ahead.full-day': ({ posts, most }) =>
    `${counted(posts, 'post', 'posts')} where ${most} a day are the most.`,
  'ahead.empty-day': ({ slots }) => `Nothing is planned; ${counted(slots, 'slot is', 'slots are')} open.`,
  'ahead.link-twice': ({ days }) => `The same link goes out twice within ${counted(days, 'day', 'days')}.`,
  'ahead.mix': ({ percent, days, most }) =>
    `${percent}% of the posts of ${counted(days, 'day', 'days')}, where ${most}% are the most.`,
}

/** What the plan says, as a sentence. */
export const sayPlan = speaker(scheduleMessages)
