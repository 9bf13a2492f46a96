import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

export const fill = inWords({
  title: 'Fill open slots',
  back: 'Schedule',
  help: 'Posts that might fill the slots still open: change what you like, then line them all up at once.',
  filled: (some: number, all: number) => `${some} of ${counted(all, 'open slot', 'open slots')} filled`,
  days: 'For',
  nextDays: (days: number) => `the next ${counted(days, 'day', 'days')}`,
  from: 'From',
  kinds: {
    draft: 'approved posts',
    clipping: 'clippings, with their notes as the words',
    evergreen: 'evergreens',
  },
  kindOf: {
    draft: 'approved post',
    clipping: 'clipping',
    evergreen: 'evergreen',
  },
  about: (title: string) => `about “${title}”`,
  lastShown: (when: string) => `last shown ${when}`,
  neverShown: 'not shown yet',
  use: (slot: string) => `Fill ${slot}`,
  what: (slot: string) => `What goes out ${slot}`,
  another: 'Another …',
  leave: 'Left open.',
  rewrite: 'Change the words',
  words: 'Words of the post',
  rewritten: 'Done',
  take: (count: number) => `Line up ${counted(count, 'post', 'posts')}`,
  taken: (count: number, inReview: number) =>
    inReview === 0
      ? `${counted(count, 'post', 'posts')} lined up.`
      : `${counted(count, 'post', 'posts')} lined up; ${counted(inReview, 'waits', 'wait')} for approval.`,
  unused: 'Not placed',
  unusedNone: 'Everything there is has a place.',
  nothing: {
    title: 'No slot is open',
    detail: 'Every slot of these days has its post, or is kept free on purpose.',
  },
  nothingToFill: {
    title: 'Nothing to fill them with',
    detail:
      'Approved posts that stand in no line, rested evergreens and clippings with notes would stand here.',
    toWire: 'To the Wire',
    toEvergreens: 'To the evergreens',
  },
  noKind: 'Choose at least one place to take posts from.',
})
