import type { SessionView } from '#shared/people/types'
import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'

export const setUp = inWords({
  title: 'Set-up',
  parts: {
    sources: 'Sources',
    watches: 'Watches',
    tags: 'Tags',
    capture: 'Capture',
    accounts: 'Accounts',
    notices: 'Notices',
    pillars: 'Pillars',
    writing: 'Writing',
    drafting: 'Drafting',
    orders: 'Standing orders',
    recipients: 'Recipients',
    brand: 'Brand',
    archive: 'Archive',
    programs: 'Programs',
    you: 'You',
  },
  readOnly: 'Your role in this brand lets you look, but not change anything.',
})

export const account = inWords({
  intro: 'Posts go out through accounts. Each is one place on a network, with its own timetable.',
  address: 'Address of the profile or server',
  addressHint: 'https://network.example/@name',
  token: 'Token',
  tokenHint:
    'A long password that the network makes for one program, in its settings. It is stored ' +
    'encrypted and never shown again.',
  help: {
    title: 'Which networks, and where does a token come from?',
    detail:
      'Most networks let you say yes on their own page. Where that is not possible, a token does the ' +
      'same: a long password that a network makes for one program. You can take it back there at any time.',
    kinds: [
      {
        name: 'Mastodon-compatible servers',
        where:
          'In the server’s settings, under Development, make a new application with the rights to read ' +
          'and write. Its access token is the one.',
        address: 'https://server.example/@name',
      },
      {
        name: 'Networks of the AT Protocol',
        where:
          'In the settings, under Privacy and security, make an app password. The address is your profile’s.',
        address: 'https://name.example',
      },
      {
        name: 'Sites with Micropub',
        where:
          'Your site’s software gives it to you, often under Apps or API keys, with the right to create posts.',
        address: 'https://your-site.example',
      },
    ],
  },
  newToken: 'New token',
  newTokenHint: 'leave empty to keep the one there is',
  check: 'Check it',
  checking: 'Asking the network',
  checked: (network: string, handle: string) => `${network}: ${handle}`,
  rules: (limit: number, counting: string, link: number | null) =>
    `${limit} ${counting}${link === null ? '' : `, a link counts ${link}`}`,
  countings: {
    weighted: 'characters (emoji and Chinese, Japanese and Korean count double)',
    graphemes: 'characters',
    characters: 'characters',
  },
  protocols: {
    micropub: 'connected by Micropub',
    mastodon: 'connected by the Mastodon-compatible API',
    atproto: 'connected by the AT Protocol',
    hand: 'posted to by hand',
    webhook: 'handed to a webhook',
  },
  timetable: 'Timetable',
  timetableChoice: 'Start with',
  add: 'Add the account',
  adding: 'Adding',
  name: 'Name',
  perDay: 'Posts a day, at most',
  perDayHint: 'no limit',
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
  hashtagsMost: 'Hashtags here, at most',
  hashtagsMostHint: 'Empty: as many as the network takes. 0: none; those in the text stay.',
  buttonLabel: 'On the button that links are behind',
  buttonLabelHint: 'such as “Read on”; empty where they are behind the picture',
  appearsOn: 'Posts here also appear by themselves on',
  appearsOnHint: 'The stricter limit then counts, and so does what went out there.',
  trouble: 'The network said',
  editTitle: 'Edit the account',
  empty: {
    title: 'No account yet',
    detail: 'The address of a profile is enough; on the network’s own page you say yes.',
  },
})

export const pillar = inWords({
  intro: 'A pillar is the kind of content a post is. Its ink marks it on the ribbon and the Schedule.',
  name: 'Name',
  description: 'What belongs there',
  ink: 'Ink',
  inkNames: ['Blue', 'Ochre', 'Green', 'Plum', 'Slate', 'Brick', 'Moss', 'Violet'],
  returns: 'Its posts',
  returnsNames: { once: 'go out once', 'for-ever': 'may come again for ever' },
  goodDays: 'Usually good for how many days',
  goodDaysHint: 'Offered as the end of its posts. Empty where they stay true.',
  goodDaysShort: (days: number) => `good for ${counted(days, 'day', 'days')}`,
  needsApproval: 'Somebody else than who wrote it must approve',
  needsApprovalShort: 'approved by somebody else',
  hashtags: 'Hashtags to start with',
  keptSlots: (count: number) =>
    `${counted(count, 'slot is', 'slots are')} kept for it. Without it they are open to any pillar.`,
  add: 'Add a pillar',
  newTitle: 'New pillar',
  editTitle: 'Edit the pillar',
  empty: {
    title: 'No pillar yet',
    detail: 'Two to five kinds of content are common: news, explainers, own news.',
  },
})

export const brand = inWords({
  intro: 'The brand that posts go out for. Its zone decides what a slot’s time means.',
  name: 'Name of the brand',
  zone: 'Time zone',
  language: 'Language',
  linkApart: 'Minutes between the same link on two accounts',
  linkApartHint: 'so that not everything goes out at one minute; 0 for none',
  keep: 'Times chosen for posts keep',
  keepNames: { clock: 'what the clock shows', moment: 'the moment' },
  zoneChange: 'Slots keep their time on the clock. This is what moves:',
  ownSites: 'Our own sites',
  ownSitesHint: 'separated by commas, such as lowlamp.example; their subdomains count too',
  ownPillar: 'Pillar of posts about what stands there',
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
})

export const usualPost = inWords({
  title: 'A post starts with',
  usual: 'No account ticked: the accounts used last.',
  source: 'Posts about its articles start with these accounts.',
  folder: 'Posts about articles of its sources start with these accounts.',
  watch: 'Posts about what it finds start with these accounts.',
  pillar: 'Posts of this pillar start with these accounts.',
})

export const yourself = inWords({
  intro: 'Who you are here, and where you are signed in.',
  name: 'Your name',
  email: 'Mail address',
  password: 'New password',
  passwordHint: 'leave empty to keep the one you have',
  oldPassword: 'Password you have now',
  oldPasswordHint: 'Needed for a new password or mail address.',
  reading: 'Reading',
  readWhenPassed: 'What I pass over on the Wire counts as read',
  readWhenPassedHint: 'Otherwise an article is read when it is opened. Kept in this browser.',
})

/** What a session was begun on, as far as it is known. */
const deviceName = ({ browser, system, kind }: Pick<SessionView, 'browser' | 'system' | 'kind'>): string => {
  const name = browser && system ? `${browser} on ${system}` : (browser ?? system)
  const device = kind ? { computer: 'a computer', phone: 'a phone', tablet: 'a tablet' }[kind] : null
  if (name) return kind && kind !== 'computer' ? `${name}, ${device}` : name
  return device ? `A browser on ${device}` : 'A browser that does not say which'
}

export const sessions = inWords({
  title: 'Signed in on',
  device: deviceName,
  thisOne: 'this one',
  since: (when: string) => `since ${when}`,
  used: {
    now: 'used just now',
    minutes: (count: number) => `used ${counted(count, 'minute', 'minutes')} ago`,
    hours: (count: number) => `used ${counted(count, 'hour', 'hours')} ago`,
    day: (day: string) => `used on ${day}`,
  },
  ways: {
    password: 'by password',
    authenticator: 'by password and authenticator',
    'recovery-code': 'by password and a recovery code',
    demo: 'by one click, in the demo',
    'first-start': 'at the first start',
  },
  fromHere: 'from where you are now',
  fromElsewhere: 'from elsewhere',
  end: 'End it',
  endOne: (device: string) => `End it: ${device}`,
  endOthers: 'End all but this one',
  endedOthers: 'You are signed in here alone.',
})

export const secondStep = inWords({
  title: 'A second step',
  off:
    'After your password, a code from an authenticator on your phone: a password that somebody else ' +
    'knows is then not enough.',
  noPassword: 'After a password, a code from an authenticator on your phone. Give yourself a password first.',
  on: (day: string) => `A code of your authenticator is asked for after the password, since ${day}.`,
  left: (count: number) =>
    count === 0
      ? 'No recovery code is left. Make new ones, so that a lost phone does not keep you out.'
      : `${counted(count, 'recovery code is', 'recovery codes are')} left.`,
  setUp: 'Set it up',
  newCodes: 'New recovery codes',
  another: 'Use another authenticator',
  end: 'Turn it off',
  ended: 'Your password alone signs you in.',
  tasks: { 'set-up': 'Set up a second step', codes: 'New recovery codes', end: 'Turn the second step off' },
  password: 'Your password',
  setUpIntro:
    'Have your authenticator at hand: any program that makes time-based codes (TOTP), on a phone or in a ' +
    'password manager.',
  newCodesIntro: 'The codes you have now are void as soon as there are new ones.',
  endIntro: 'From then on your password alone signs you in, and your recovery codes are void.',
  scan: 'Let your authenticator scan this, then enter the code it shows.',
  qr: 'QR code for your authenticator',
  byHand: 'Or type this key into it, as time-based:',
  firstCode: 'Code it shows',
  firstCodeHint: 'Six figures; a new one every 30 seconds.',
  go: { password: 'Go on', codes: 'Make new ones', scan: 'Turn it on', end: 'Turn it off' },
  codes: 'Recovery codes',
  codesIntro:
    'Each of these signs you in once, in place of your authenticator. Keep them where you would find them ' +
    'without your phone; they are not shown again.',
  saveFile: 'Save as a file',
  fileName: 'recovery-codes.txt',
  fileHead: 'Recovery codes for Clear Quill. Each is good once.',
  kept: 'I have them',
})
