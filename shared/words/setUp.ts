import { counted } from './plural'

/** How often a source brings something, in the unit one would say it in. */
function brings(minutes: number): string {
  if (minutes <= 90) return `about every ${counted(minutes < 5 ? Math.max(1, minutes) : Math.round(minutes / 5) * 5, 'minute', 'minutes')}`
  if (minutes < 36 * 60) return `about every ${counted(Math.round(minutes / 60), 'hour', 'hours')}`
  return `about every ${counted(Math.round(minutes / 1440), 'day', 'days')}`
}

export const setUp = {
  title: 'Set-up',
  parts: { sources: 'Sources', watches: 'Watches', accounts: 'Accounts', pillars: 'Pillars', brand: 'Brand', you: 'You' },
  readOnly: 'Your part in this brand lets you look, not change.',
}

export const source = {
  intro: 'Every source brings its articles to the Wire. A site’s address is enough: its feed is found.',
  address: 'Address of a site or a feed',
  addressHint: 'https://paper.example',
  find: 'Find its feed',
  finding: 'Looking for its feed',
  found: (format: string) => `${format} feed`,
  formats: { rss: 'RSS', rdf: 'RSS 1.0', atom: 'Atom', json: 'JSON' },
  otherFeeds: 'This page names several feeds',
  newest: 'Its newest',
  noItems: 'It is a feed, but with nothing in it yet.',
  known: (label: string) => `Read already, as “${label}”.`,
  label: 'Name',
  folder: 'Folders',
  folderHint: 'none, or several with commas between',
  fromFile: 'Read in a file of sources (OPML)',
  toFile: 'Save as a file (OPML)',
  reading: 'Reading sources in',
  readIn: (done: number, total: number) => `${done} of ${total}`,
  readSummary: (added: number, known: number, failed: number) =>
    [`${added} added`, ...(known > 0 ? [`${known} known already`] : []), ...(failed > 0 ? [`${failed} could not be added`] : [])].join(', '),
  stop: 'Stop reading in',
  wasStopped: 'Stopped; what was added stays.',
  inLine: (line: number) => `Line ${line}`,
  failures: 'What could not be added',
  dismiss: 'Put this away',
  own: 'This is our own content',
  add: 'Add the source',
  adding: 'Adding',
  columns: { source: 'Source', folder: 'Folders', articles: 'Articles', fetched: 'Fetched', next: 'Next' },
  never: 'not yet',
  fetchNow: 'Fetch now',
  failing: (since: string) => `Failing since ${since}.`,
  gone: 'It is no longer asked for.',
  silent: (since: string) => `Nothing new since ${since}.`,
  moved: (host: string) => `Moved here for good from ${host}.`,
  announced: 'Its hub announces new articles as they come.',
  brings: (minutes: number) => brings(minutes),
  ownMark: 'own',
  empty: { title: 'No source yet', detail: 'Paste the address of a site you read; its feed is found and its articles are on the Wire at once.' },
  editTitle: 'Edit the source',
}

export const watch = {
  intro: 'A watch marks the articles that hold its words and gathers them on the Wire.',
  name: 'Name',
  query: 'Words',
  queryHint: 'comet OR "dark sky" -weather',
  help: 'Words side by side must all be there; OR takes one of two; -word leaves out; "words in quotes" stand together; word* is a beginning; =word is that form alone.',
  ink: 'Ink',
  add: 'Add the watch',
  newTitle: 'New watch',
  editTitle: 'Edit the watch',
  saving: 'Looking through the archive',
  unread: (count: number) => `${count} unread`,
  empty: { title: 'No watch yet', detail: 'Name a subject and the words it goes by; articles that hold them are marked as they come.' },
}

export const account = {
  intro: 'Posts go out through accounts: one place each on a network, with a timetable of its own.',
  address: 'Address of the profile or server',
  addressHint: 'https://network.example/@name',
  token: 'Token',
  tokenHint: 'The network gives it to you in its settings. It is kept encrypted and never shown again.',
  newToken: 'New token',
  newTokenHint: 'leave empty to keep the one there is',
  check: 'Check it',
  checking: 'Asking the network',
  checked: (network: string, handle: string) => `${network}: ${handle}`,
  rules: (limit: number, counting: string, link: number | null) => `${limit} ${counting}${link === null ? '' : `, a link counts ${link}`}`,
  countings: { weighted: 'weighted characters', graphemes: 'characters as seen', characters: 'characters' },
  protocols: { micropub: 'speaks Micropub', mastodon: 'speaks the Mastodon-compatible API' },
  timetable: 'Timetable',
  timetableChoice: 'Start with',
  add: 'Add the account',
  adding: 'Adding',
  name: 'Name',
  perDay: 'Posts a day, at most',
  perDayHint: 'no ceiling',
  minGap: 'Minutes between posts, at least',
  slots: (count: number) => `${counted(count, 'slot', 'slots')} a week`,
  addTime: 'Add a time',
  addTimeOn: (day: string) => `Add a time on ${day}`,
  removeTime: (time: string, day: string) => `Remove ${time} on ${day}`,
  timeOn: (day: string) => `Time on ${day}`,
  emptyDay: 'none',
  days: ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'],
  shortDays: ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'],
  asItIs: 'As below, or start again with …',
  choices: {
    workdays: 'Working days, three a day',
    steady: 'Every day, two a day',
    quiet: 'Working days, one at noon',
    busy: 'Working days five, weekends two',
    none: 'An empty timetable',
  },
  trouble: 'The network said',
  editTitle: 'Edit the account',
  empty: { title: 'No account yet', detail: 'An address and a token are enough; both are checked at the network before anything is kept.' },
}

export const pillar = {
  intro: 'A pillar is the kind of content a post is. Its ink marks it on the ribbon and the Schedule.',
  name: 'Name',
  description: 'What belongs there',
  ink: 'Ink',
  inkNames: ['Blue', 'Ochre', 'Green', 'Plum', 'Slate', 'Brick', 'Moss', 'Violet'],
  add: 'Add a pillar',
  newTitle: 'New pillar',
  editTitle: 'Edit the pillar',
  empty: { title: 'No pillar yet', detail: 'Two to five kinds of content are common: news, explainers, own news.' },
}

export const brand = {
  intro: 'The brand that posts go out for. Its zone decides what a slot’s time means.',
  name: 'Name of the brand',
  zone: 'Time zone',
  language: 'Language',
  mark: 'Mark',
  markHint: 'one or two letters',
  ink: 'Ink',
  newTitle: 'New brand',
  add: 'Make the brand',
  remove: 'Remove this brand',
  removeAsk: {
    title: (name: string) => `Remove ${name}?`,
    detail: 'Nothing of it goes out any more, and it leaves every screen. That can’t be undone here.',
    yes: 'Remove the brand',
    no: 'Keep it',
  },
}

export const yourself = {
  intro: 'Who you are here, and where you are signed in.',
  name: 'Your name',
  email: 'Mail address',
  password: 'New password',
  passwordHint: 'leave empty to keep the one you have',
  sessions: 'Signed in on',
  thisOne: 'this one',
  since: (when: string) => `since ${when}`,
  end: 'End it',
}
