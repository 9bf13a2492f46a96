import { inWords } from '#shared/platform/language'
import { counted } from '#shared/platform/plural'
import type { NetworkKind, Shape } from './described'

/** Accounts on networks without an open protocol: posted to by hand or by a webhook. */
export const describedNetwork = inWords({
  ways: {
    label: 'How posts get there',
    network: 'Clear Quill posts',
    hand: 'Someone posts by hand',
    webhook: 'A webhook posts',
  },
  handIntro:
    'For networks that let no program post. At its slot you are told, here and where notices go; ' +
    'you copy the text, post it, and say so.',
  webhookIntro:
    'Each post is handed to an address of your own as signed JSON. It counts as sent only when the ' +
    'answer says so.',
  network: 'Network',
  another: 'Another network …',
  kind: 'Begin with the usual limits of',
  kinds: {
    short: 'short posts',
    notes: 'notes',
    trade: 'a trade network',
    group: 'a group or forum',
    pictures: 'pictures first',
    board: 'pinned pictures',
  } satisfies Record<NetworkKind, string>,
  name: 'Name of the network',
  limits: 'Limits',
  limitsNow: (limit: string, link: string, pictures: string) =>
    `${limit} characters · link ${link} · up to ${pictures} pictures`,
  limit: 'Characters, at most',
  counting: 'Counted as',
  countings: {
    characters: 'characters',
    graphemes: 'characters as one sees them',
    weighted: 'characters, emoji double',
  },
  linkLength: 'A link counts',
  asLong: 'as long as it is',
  links: 'The link stands',
  linkPlaces: {
    'in-text': 'in the text',
    attached: 'as a card below it',
    reply: 'in the first reply',
    button: 'behind the picture',
    none: 'nowhere',
  },
  hashtags: 'Hashtags, at most',
  anyNumber: 'any number',
  picturesMin: 'Pictures, at least',
  picturesMax: 'and at most',
  shape: 'Shape of pictures',
  shapes: {
    any: 'any',
    square: 'square',
    feed: 'from 4:5 to 1.91:1',
    upright: 'upright, 1:2 to 4:5',
  } satisfies Record<Shape, string>,
  descriptions: 'Picture descriptions',
  descriptionNames: { wanted: 'wanted', required: 'required', none: 'not taken' },
  repeatDays: 'Days before a text may come again',
  perDay: 'Posts a day, at most',
  noLimit: 'no limit',
  noRepeat: 'no rule',
  opensAt: 'Where one posts there',
  opensAtHint: 'The page opens with the text in it where the address has {text} and {link}.',
  opensAtExample: 'https://network.example/new?text={text}',
  handle: 'Name of the account there',
  handleMissing: 'Say which account it is, such as @name.',
  pageUrl: 'Address of its page',
  optional: 'may be left empty',
  address: 'Address of the webhook',
  secret: 'Secret for the signature',
  secretHint:
    'Copy it to what takes the posts: messages are signed with it as Standard Webhooks describes. ' +
    'It is stored encrypted and not shown again.',
  noSecret: 'A secret is whsec_ and at least 24 bytes in Base64.',
  newSecret: 'New secret',
  tryAndAdd: 'Send a trial and add',
  trying: 'Waiting for its answer',
  table: 'Networks without a connection of their own',
  tableIntro: 'Their limits are as you write them here. A change goes to all accounts on them.',
  add: 'Describe a network',
  newTitle: 'New network',
  editTitle: 'Edit the network',
  of: (limit: number, accounts: number) =>
    `${limit} characters · ${accounts === 0 ? 'no account' : counted(accounts, 'account', 'accounts')}`,
  fewerThanLeast: 'At most can’t be less than at least.',
  noTemplate: 'An address begins with https:// and may have {text} and {link} in it.',
})

/** Posting by hand, on the page of a delivery. */
export const byHand = inWords({
  title: 'Post it now',
  steps: (network: string) => `Copy it, post it on ${network}, then say so here.`,
  copyText: 'Copy the text',
  copyLink: 'Copy the link',
  copied: 'Copied',
  cantCopy: 'This browser keeps its clipboard shut: select the text and copy it.',
  linkPlaces: {
    'in-text': '',
    attached: 'The link goes beside the text, as its card.',
    reply: 'The link goes into the first reply.',
    button: 'The link goes behind the picture.',
    none: '',
  },
  linkLabel: (label: string) => `The link goes behind a button that says “${label}”.`,
  save: (at: number, of: number) => (of === 1 ? 'Save the picture' : `Save picture ${at} of ${of}`),
  copyDescription: 'Copy its description',
  open: (network: string) => `Open ${network}`,
  url: 'Address of the post',
  urlHint: 'may be left empty; with it the post can be opened from here',
  posted: 'It is posted',
  notNow: 'Not now',
  later: {
    half: 'In half an hour',
    two: 'In two hours',
    tomorrow: 'Tomorrow at this time',
  },
  at: 'At another time',
  putOff: 'Put off',
  backInLine: 'Back into the line',
  giveUp: 'Do not post it',
  untilThen: (when: string) => `You are told again ${when}.`,
})

/** Connecting an account on its network's own page. */
export const connect = inWords({
  title: 'Connecting',
  addressHint: 'of the profile, or its name as @name@server',
  go: 'Continue',
  looking: 'Looking it up',
  found: (network: string) => `${network} lets you say yes on its own page.`,
  how: (network: string) =>
    `You go to ${network}, sign in there if need be, and come back here. Clear Quill never sees your ` +
    'password, and you can take it back there at any time. It asks to:',
  rights: [
    'see which account it is',
    'post with pictures, and take posts back',
    'see whether a post arrived, and what is answered to it',
  ],
  goTo: (network: string) => `Continue at ${network}`,
  withToken: 'Use a token instead',
  withPassword: 'Use an app password instead',
  withSignIn: 'Sign in at the network instead',
  appPassword: 'App password',
  again: (network: string, handle: string) => `${network} is connected again: ${handle}.`,
  added: (network: string, handle: string) => `Connected: ${network}, ${handle}.`,
  missing: {
    post: 'It may not post.',
    responses: 'What is answered to its posts can’t be read: that was not granted.',
  },
  finishing: 'Asking the network …',
  failed: 'Not connected',
  back: 'Go on',
  reconnect: 'Connect again',
})
