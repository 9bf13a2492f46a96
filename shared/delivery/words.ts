import { inWords } from '#shared/platform/language'
import type { DeliveryAction } from './types'
import { counted, lasting } from '#shared/platform/plural'

/** The screen of one delivery. */
export const delivery = inWords({
  title: 'Delivery',
  back: 'Schedule',
  states: {
    planned: 'about to go out',
    sending: 'going out',
    waiting: 'trying again',
    unknown: 'checking with the network',
    undecided: 'did it arrive?',
    'by-hand': 'to post by hand',
    'put-off': 'put off',
    taken: 'accepted, not yet confirmed',
    'in-part': 'sent in part',
    sent: 'sent',
    'not-sent': 'not sent',
    'back-in-line': 'back in line',
    'given-up': 'given up',
    'taken-back': 'taken back',
  },
  due: (when: string) => `Due ${when}`,
  sentAt: (when: string) => `sent ${when}`,
  next: (when: string) => `next try ${when}`,
  goodUntil: (when: string) => `good until ${when}`,
  tries: (count: number) => counted(count, 'try', 'tries'),
  frozen: 'Exactly as it goes out',
  frozenSent: 'Exactly as it went out',
  frozenNot: 'Exactly as it would have gone out',
  link: 'Link',
  board: 'Board',
  pictures: (count: number) => counted(count, 'picture', 'pictures'),
  noDescription: 'without a description',
  history: 'What happened',
  again: (count: number, last: string) => `${count} times, last ${last}`,
  by: (who: string) => `by ${who}`,
  todo: 'What to do',
  deeds: {
    'try-now': 'Try now',
    'back-in-line': 'Put back in line',
    'give-up': 'Give up on it',
    'it-arrived': 'It arrived',
    'it-did-not': 'It did not arrive: send it',
    'leave-it-so': 'Leave it as it is',
    'take-back': 'Take back',
    posted: 'Posted',
    'put-off': 'Later',
    'post-now': 'Post it now',
    change: 'Change the text',
  } satisfies Record<DeliveryAction, string>,
  action: {
    'try-now': 'Sends it to the network at once, as it is.',
    'back-in-line': 'The post takes the account’s next slot, ahead of all others.',
    'give-up': 'Nothing more happens to it; it stays in the account’s list.',
    'it-arrived': 'You checked and it is there: nothing is sent again.',
    'it-did-not': 'You checked and it is not there: it is sent once more.',
    'leave-it-so': 'The post stays as it is on the network, without the rest.',
    'take-back': 'Removes the post from the network. People may have seen it.',
    posted: 'You posted it there: it counts as sent.',
    'put-off': 'You are told again at that time.',
    'post-now': 'It is shown to be posted at once.',
    change: 'Opens the post on the Desk, to be changed and lined up again.',
  } satisfies Record<DeliveryAction, string>,
  takeBackAsk: {
    byHand: (network: string) =>
      `Take it down on ${network} first: Clear Quill can’t. From then on it counts as not posted.`,
    title: 'Take this post back?',
    detail: (network: string) =>
      `It is removed from ${network}, with its answers there. That can’t be undone.`,
    yes: 'Take it back',
    no: 'Leave it there',
  },
  done: {
    'try-now': 'Trying now.',
    'back-in-line': 'Back in the line.',
    'give-up': 'Given up.',
    'it-arrived': 'Noted: it arrived.',
    'it-did-not': 'It is sent again.',
    'leave-it-so': 'Left as it is.',
    'take-back': 'Taken back from the network.',
    posted: 'Noted: it is posted.',
    'put-off': 'Put off.',
    'post-now': 'Ready to be posted.',
    change: 'Open on the Desk.',
  } satisfies Record<DeliveryAction, string>,
  see: 'What happened, and what to do',
})

/** Notices: their titles, and the screen that lists them. */
export const notice = inWords({
  title: 'Notices',
  open: 'Open',
  settled: 'Settled',
  noneOpen: 'Nothing needs you.',
  noneDetail: 'You will see it here when a post did not go out, an account is refused or a line ends soon.',
  seeAll: 'Mark all as seen',
  go: 'Open',
  settledAt: (when: string) => `settled ${when}`,
  toldAt: (when: string) => `message sent at ${when}`,
  unseen: (count: number) => counted(count, 'new notice', 'new notices'),
  settings: 'Where notices go',
  /** A message to the chat or by mail. */
  more: (count: number) => `and ${count} more`,
  message: (brand: string, count: number) => `${brand}: ${counted(count, 'notice', 'notices')}`,
})

export const telling = inWords({
  title: 'Notices',
  intro:
    'What needs a person always shows up on the Day sheet. Here you choose where else it is sent: ' +
    'the first at once, then together at most every ten minutes.',
  forBrand: 'For the whole team',
  forBrandDetail: 'A chat that all of you read, and mail addresses. Only owners see and change this.',
  hook: 'Chat webhook',
  hookHint:
    'An address from your chat program that accepts JSON. It is stored encrypted and never shown again.',
  shape: 'Shape of the message',
  shapes: {
    text: 'a field “text”',
    content: 'a field “content”, 1,900 characters at most',
    own: 'a shape of its own',
  },
  pattern: 'The message as JSON',
  patternHint:
    'Fields: {title} {text} {link} {brand} {count}. {text:300} is cut at 300 characters. Braces meant as ' +
    'such are doubled.',
  hookFaults: {
    json: () => 'This is no JSON object.',
    'unknown-field': (field: string) =>
      `There is no field “${field}”. There are {title}, {text}, {link}, {brand} and {count}.`,
    'no-field': () => 'Nothing of the message is in it. Put {text} where it belongs.',
  },
  hookKept: 'one is stored; a new address replaces it',
  removeHook: 'Remove the chat webhook',
  mail: 'Mail addresses',
  mailHint: 'one or several, separated by commas',
  noMail: 'This installation can’t send mail. The person who runs it can set a mail server with QUILL_SMTP.',
  quiet: 'Quiet hours',
  quietFrom: 'from',
  quietUntil: 'until',
  quietHint:
    'In the brand’s time. Anything that comes up then is sent when they end. Leave both empty for none.',
  failed: 'The last message could not be sent',
  test: 'Send a test',
  testSent: 'A test was sent.',
  unconfirmed: (addresses: string[]) =>
    `Not confirmed yet: ${new Intl.ListFormat('en').format(addresses)}. We have sent each a message ` +
    'asking whether it is wanted; no notices go there before somebody says yes. To ask again, save ' +
    'again after ten minutes.',
  confirm: {
    title: 'Notices and reports by mail',
    question: (address: string, brand: string) =>
      `Clear Quill would write to ${address} about ${brand}, as its owner chooses: when something needs a ` +
      'person, or with reports of what went out. Is that wanted?',
    yes: 'Yes, send them here',
    done: 'Thank you',
    comes: (address: string, brand: string) =>
      `What ${brand} sends comes to ${address} from now on. Whoever owns the brand can end that.`,
    letter: (brand: string, link: string) => ({
      subject: `Mail of ${brand}?`,
      text:
        `Somebody who looks after ${brand} in Clear Quill entered this address for its notices (what could ` +
        `not be sent, what waits for a word) or for its reports.\n\nIf you want that, say so ` +
        `here within seven days:\n${link}\n\nIf not, do nothing: no more comes.`,
    }),
  },
  testText: (brand: string) => `Clear Quill will write here when something at ${brand} needs a person.`,
})

/** What one is told oneself. */
export const ownTelling = inWords({
  title: 'For yourself',
  introSoon: 'What you are told of by mail, and when not.',
  intro: (email: string) => `What you are told of by mail at ${email}. Nobody else sees this.`,
  topics: 'Tell me of',
  topic: {
    sending: 'Posts that did not go out, and accounts that refuse',
    line: 'Lines that end soon',
    review: 'Posts that wait for a review or to be looked over',
    orders: 'Standing orders and recipients: what they found, and that they rest',
    dates: 'Dates of the almanac that come up',
  },
  quietHint: 'In the brand’s time. What comes up then is sent when they end. Leave both empty for none.',
  unconfirmed: (email: string) =>
    `Nothing goes to ${email} before you have said yes in the letter that was sent there. Saving again ` +
    'sends another after ten minutes.',
  failed: (why: string) => `The last letter could not be sent: ${why}`,
})

/** The screen of one account. */
export const accountPage = inWords({
  title: 'Account',
  standing: 'Status',
  well: 'The network accepts the sign-in; posts go out.',
  refused: (when: string) => `Refused since ${when}.`,
  refusedThen: 'Nothing goes out here; its posts wait in line until it is connected again.',
  until: (when: string) => `Until ${when}.`,
  checkedAt: (when: string) => `checked ${when}`,
  checkNow: 'Check with the network now',
  newToken: 'Enter a new token',
  seePage: 'See its page',
  rules: 'How it takes posts',
  text: 'Text',
  links: 'Links',
  linkPlaces: {
    'in-text': 'in the text',
    attached: 'as a card',
    reply: 'in a first reply',
    button: 'on the picture',
    none: 'none',
  },
  pictures: 'Pictures',
  picturesTake: (least: number, most: number) =>
    most === 0 ? 'none' : least > 0 ? `${least} to ${most}, needed` : `up to ${most}`,
  shape: 'Shape',
  ratio: (from: number, to: number) =>
    from === to
      ? `width to height ${from.toFixed(2)}`
      : `width to height ${from.toFixed(2)} to ${to.toFixed(2)}`,
  hashtags: 'Hashtags',
  atMost: (most: number) => `at most ${most}`,
  repeats: 'The same text',
  refusedDays: (days: number) => `refused within ${counted(days, 'day', 'days')}`,
  rate: 'Rate',
  rateUnstated: 'not stated; followed as it answers',
  rateOf: (posts: number, perMinutes: number) => `${posts} posts in ${lasting(perMinutes)}`,
  alsoTo: 'Also posts to',
  alsoToHint: 'The network itself repeats each post where you say.',
  latest: 'What went there',
  noneYet: 'Nothing has gone there yet.',
})

export const day = inWords({
  title: 'Day sheet',
  needsYou: 'Needs you',
  alsoWaiting: 'Also waiting',
  onDesk: (count: number) =>
    `${counted(count, 'post is', 'posts are')} on the Desk, being written or in review`,
  toDesk: 'To the Desk',
  openSlots: (count: number, first: string) =>
    `${counted(count, 'slot is', 'slots are')} open in the next seven days, the first ${first}`,
  write: 'Write something',
  lineEnds: (when: string) => `The line ends ${when}`,
  toSchedule: 'To the Schedule',
  out: 'Going out today',
  nothingOut: 'Nothing goes out today.',
})
