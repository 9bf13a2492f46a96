import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

const posts = (count: number): string => counted(count, 'post', 'posts')
const days = (count: number): string => counted(count, 'day', 'days')
/** Some weeks, or days where they are few. */
const span = (long: number): string =>
  long < 14 ? days(Math.round(long)) : counted(Math.round(long / 7), 'week', 'weeks')

export const evergreens = inWords({
  title: 'Evergreens',
  detail: 'posts that come round again, in turn',
  write: 'Write one',
  failed: 'The evergreens could not be loaded',
  pillars: 'Pillars',
  noPillar: 'No pillar',
  resting: 'Resting',
  retired: 'Retired',
  empty: {
    title: 'No evergreens yet',
    detail:
      'A post that stays true may come round for ever, in turn with others of its pillar. Slots kept for a ' +
      'pillar are filled from them by themselves. Write a post, or open one that went out, and let ' +
      'it come round.',
    write: 'Write one',
    toResults: 'See what worked',
  },
  noneHere: 'No evergreen of this pillar. Any post can come round, from the Desk or from its own page.',
  head: {
    turn: 'turn',
    post: 'post',
    wordings: 'wordings',
    next: 'next',
    shown: 'shown',
    answers: 'responses',
  },
  times: (count: number) => (count === 0 ? 'new' : counted(count, 'time', 'times')),
  reword: 'reword',
  rewordWhy: (sure: number) => `Less than its accounts’ posts usually get: ${sure} of 100 sure.`,
  perShowing: (response: string, count: number) => `${response} a showing, of ${count} that were counted`,
  noTurn: 'no turn yet',
  waits: {
    resting: 'resting',
    retired: 'retired',
    ended: 'ended',
    'not-approved': 'not approved',
    'in-line': 'in line now',
    'no-pillar': 'has no pillar',
  },
  round: (count: number, slots: number, account: string, long: number) =>
    `${posts(count)} at ${slots} a week on ${account}: once round in ${span(long)}.`,
  small: (pillar: string, account: string, count: number, slots: number, long: number, rest: number) =>
    `${pillar} on ${account}: ${posts(count)} for ${counted(slots, 'slot', 'slots')} a week. Each ` +
    'would come ' +
    `back after ${span(long)} and rests ${days(rest)}, so that slots stay open.`,
  noSlot: (pillar: string, account: string) =>
    `No slot on ${account} is kept for ${pillar}: its evergreens have no turn there.`,
  emptyPool: (pillar: string, account: string, slots: number) =>
    `${pillar} on ${account}: ${counted(slots, 'slot', 'slots')} a week kept for it, and nothing to fill ` +
    `${slots === 1 ? 'it' : 'them'}.`,
  runsOut: (pillar: string, account: string, when: string) =>
    when === ''
      ? `${pillar} on ${account}: all its posts end before they have another turn.`
      : `${pillar} on ${account}: its last turn is ${when}; by then all its posts have ended.`,
  toTimetable: 'Timetable',
  panel: {
    name: 'Evergreen',
    none: 'Choose one to see its wordings and turns.',
    forEver: 'for ever',
    until: (day: string) => `until ${day}`,
    more: (count: number) => (count === 0 ? 'no more times' : `${counted(count, 'time', 'times')} more`),
    rests: (count: number) => (count === 0 ? 'no rest between' : `rests ${days(count)}`),
    wordings: 'Wordings',
    lastShown: (day: string) => `last shown ${day}`,
    never: 'never shown',
    next: (when: string) => `next, ${when}`,
    responses: (value: string) => `${value} responses`,
    like: (number: number) => `Says nearly the same as wording ${number}.`,
    another: 'Another wording',
    turns: 'Turns',
    noTurns: 'It was not shown yet.',
    openTurn: (when: string, account: string) => `${account}, ${when}`,
    approve: 'Approve it',
    rest: 'Let it rest',
    back: 'Bring it back',
    retire: 'Retire it',
    settings: 'Change',
    open: 'Edit the post',
  },
  several: {
    name: 'What is chosen',
    pick: 'Choose',
    pickThis: (text: string) => `Choose “${text}”`,
    chosen: (count: number) => `${count} chosen`,
    rest: 'Let them rest',
    back: 'Bring them back',
    retire: 'Retire them',
    none: 'Choose none',
    done: {
      resting: (count: number) => `${posts(count)} rest.`,
      'in-turn': (count: number) => `${posts(count)} take their turns again.`,
      retired: (count: number) => `${posts(count)} are retired.`,
    },
  },
  done: {
    resting: 'It rests.',
    'in-turn': 'It takes its turn again.',
    retired: 'It is retired.',
    set: 'It comes round again.',
    review: 'It comes round once somebody has approved it.',
    none: 'It comes round no more.',
  },
  form: {
    open: 'Let it come round …',
    title: 'Let it come round',
    how:
      'It takes the slots kept for its pillar, in turn with the others and its wordings in turn. ' +
      'What is lined up ' +
      'goes first. An edit lets it rest until it is approved again.',
    noPillar: 'It has no pillar yet. Give it one: its turns are the slots kept for a pillar.',
    accounts: 'On',
    noSlots: (pillar: string) => `no slot kept for ${pillar}`,
    slots: (count: number) => `${counted(count, 'slot', 'slots')} a week`,
    minDays: 'Days it rests between two showings',
    end: 'Until when',
    ends: { never: 'For ever', day: 'Until a day', times: 'So many more times' },
    until: 'Last day',
    times: 'Times more',
    save: 'Let it come round',
    change: 'Save',
    stop: 'Let it come round no more',
    cancel: 'Cancel',
  },
  own: {
    open: (count: number) => (count === 0 ? 'From our own feed' : `From our own feed: ${count} to look at`),
    title: 'From our own feed',
    how:
      'Give an article a line of its own, or several, and it joins the evergreens of its pillar. ' +
      'Sentences of its ' +
      'text are offered as drafts.',
    none: 'No article of your own feeds of the last two months waits for a line.',
    pillar: 'Pillar',
    line: (at: number, title: string) => `Wording ${at} for “${title}”`,
    placeholder: 'Your line',
    drafts: 'Drafts from its text',
    draft: 'Draft',
    passOver: 'Pass over',
    passed: 'It is passed over.',
    all: 'Show older ones too',
    take: (count: number) =>
      count === 0 ? 'Let them come round' : `Let ${counted(count, 'one', 'ones')} come round`,
    inReview: (count: number) =>
      count === 1
        ? 'It comes round once somebody has approved it.'
        : `${posts(count)} come round once somebody has approved them.`,
    taken: (count: number) => `${posts(count)} ${count === 1 ? 'comes' : 'come'} round from now on.`,
  },
})
