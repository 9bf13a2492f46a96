import { inWords } from '#shared/platform/language'

export const tokens = inWords({
  intro:
    'Programs of your own may do in your name, for this brand, what you let them: each asks with a ' +
    'token. What they can ask is written down on a page of its own.',
  toDocs: 'How programs ask',
  add: 'New token',
  ended: (name: string) => `“${name}” opens nothing any more.`,
  empty: {
    title: 'No tokens',
    detail: 'Make one for each program, for no more than it needs, so that you can end it alone.',
  },
  name: 'Which program it is for',
  scopesTitle: 'What it may do',
  scopeMissing: 'Choose at least one thing that it may do.',
  scopes: {
    read: 'Read everything of this brand',
    clip: 'Clip, shelve, pass, tag, capture and hand on',
    write: 'Write posts and ask for their review',
    'line-up': 'Line posts up, move them and approve them',
    administer: 'Change sources, watches, pillars and campaigns',
  },
  shortScopes: {
    read: 'read',
    clip: 'clip',
    write: 'write',
    'line-up': 'line up',
    administer: 'administer',
  },
  noMore: 'It may never do more than you yourself.',
  days: 'Good for',
  dayChoices: { 7: 'a week', 30: '30 days', 90: '90 days', 365: 'a year' },
  make: 'Make it',
  newTitle: 'The new token',
  token: 'Token',
  tokenHint: 'Give it to the program now. It is shown this once; here only its hash is kept.',
  seen: 'I have kept it',
  end: (name: string) => `End ${name}`,
  ends: (day: string) => `ends ${day}`,
  lastUsed: (when: string) => `last used ${when}`,
  never: 'not used yet',
})
