import { inWords } from '#shared/platform/language'
import { counted } from './plural'

/** A size as a person says it. */
const megabytes = (bytes: number): string =>
  bytes < 1024 * 1024 ? `${Math.round(bytes / 1024)} kB` : `${Math.round((bytes / 1024 / 1024) * 10) / 10} MB`

/** Why there was no answer, by what went wrong; `seconds` is how long was waited where that matters. */
const noAnswers = {
  'no-tls': () => 'it speaks no TLS there that we could follow',
  certificate: () => 'its certificate is not valid, so nothing it sends can be trusted',
  whole: (seconds: number) => `it had not finished within ${counted(seconds, 'second', 'seconds')}`,
  refused: () => 'it refuses connections',
  cut: () => 'it cut the connection',
  'cut-short': () => 'it cut the connection before its answer was whole',
  connect: (seconds: number) => `it could not be reached within ${counted(seconds, 'second', 'seconds')}`,
  headers: (seconds: number) => `it kept silent for ${counted(seconds, 'second', 'seconds')}`,
  body: () => 'it stopped in the middle of its answer',
  length: () => 'its answer is shorter or longer than it said',
  'headers-long': () => 'its headers are longer than any should be',
  'no-http': () => 'what it sent is not HTTP',
  'no-length': () => 'its answer states no sensible length',
  'no-way': () => 'there is no way to it from here',
  damaged: () => 'its compressed answer is damaged',
  failed: () => 'the connection failed',
} satisfies Record<string, (seconds: number) => string>
export type NoAnswer = keyof typeof noAnswers

/** What an HTTP status means for someone who asked for a page. */
function meaningOf(status: number): string {
  if (status === 401 || status === 403) return 'it does not let us in'
  if (status === 404) return 'there is nothing at this address'
  if (status === 410) return 'what was here is gone for good'
  if (status === 429) return 'we asked too often'
  if (status >= 500) return 'it has trouble of its own'
  return 'it did not give the page'
}

/** Why the server did not do something: title and, where the case has no sentence of its own, detail. */
export const refusals = inWords({
  invalid: { title: 'Some fields need another look', detail: 'What you entered is kept; see the fields.' },
  notSignedIn: {
    title: 'Not signed in',
    detail: 'Your sign-in has ended. Sign in again; what you were writing is kept in this browser.',
  },
  notAllowed: {
    title: 'Not yours to change',
    detail: 'Your role in this brand lets you look, but not change anything.',
  },
  notFound: { title: 'Not found', detail: 'It does not exist here, or it has been removed.' },
  foreignOrigin: {
    title: 'Request from elsewhere',
    detail: 'This change was asked for by another site, so it was not made.',
  },
  wrongHost: {
    title: 'Not this address',
    detail: 'Clear Quill is not known under this address here. Use the one its owner gave you.',
  },
  dayPassed: { title: 'That day has passed', detail: 'Choose today or a later day, or none.' },
  badPeriod: {
    title: 'Not a period to report on',
    detail: 'It must begin before it ends, have begun already, and last a year at most.',
  },
  tooManyReports: {
    title: 'Too many reports',
    detail: 'A brand keeps 200 reports at most. Remove one that nobody needs any more.',
  },
  busyPrinting: {
    title: 'Too many PDFs at once',
    detail: 'Others are being made. Try again in a minute.',
  },
  noPdf: {
    title: 'No PDF can be made here',
    detail: 'There is no browser on this server that makes PDFs. Print the page instead.',
  },
  noPosts: {
    title: 'No posts in this file',
    detail: 'It holds no rows that could be posts: the first row has the heads, each further one is a post.',
  },
  orderCant: (why: string) => ({ title: 'The order can’t do that', detail: why }),
  noModel: {
    title: 'No model is set',
    detail: 'An owner sets one in Set-up, Drafting. Until then drafts are drawn from the article.',
  },
  modelCeiling: (used: string, of: string) => ({
    title: 'The month’s tokens are used up',
    detail: `${used} of ${of} tokens are used or taken. An owner can allow more in Set-up, Drafting.`,
  }),
  modelKey: (host: string) => ({
    title: 'The model’s server doesn’t take the key',
    detail: `${host} refuses the key. An owner can enter another in Set-up, Drafting.`,
  }),
  modelWaits: (host: string, seconds: number) => ({
    title: 'The model’s server wants fewer requests',
    detail:
      seconds > 0
        ? `${host} asks to be let be for ${counted(seconds, 'second', 'seconds')}.`
        : `${host} asks to be let be for a while.`,
  }),
  modelRefused: (host: string, status: number, message: string) => ({
    title: 'The model’s server refuses',
    detail: `${host} answers ${status}${message === '' ? '.' : `: ${message}`}`,
  }),
  modelBroken: (host: string) => ({
    title: 'No draft came',
    detail: `What ${host} answers is not in the shape of chat completions.`,
  }),
  modelKeyWanted: {
    title: 'With which key?',
    detail: 'Enter the key for this server: the one kept belongs to the address before.',
  },
  noArticleText: {
    title: 'No text',
    detail: 'The article has no text that a draft could be made of.',
  },
  tooManyTokens: (most: number) => ({
    title: 'Too many tokens',
    detail: `A person has at most ${most} for a brand. End one first.`,
  }),
  badKey: {
    title: 'Not an idempotency key',
    detail: 'Idempotency-Key takes 1 to 255 visible ASCII characters.',
  },
  keyReused: {
    title: 'The key stands for something else',
    detail: 'This Idempotency-Key was sent with another request. Give each thing a key of its own.',
  },
  keyGoing: {
    title: 'Not answered yet',
    detail:
      'A request with this Idempotency-Key began and has no answer: it is at work, or was cut off. Ask ' +
      'whether it was done before you send it with another key.',
  },
  tooManyRecipients: (most: number) => ({
    title: 'Too many recipients',
    detail: `A brand hands on to at most ${most}. Remove one first.`,
  }),
  noNotesStore: (host: string) => ({
    title: 'No notes store',
    detail: `${host} names no Micropub endpoint, so nothing can be kept there.`,
  }),
  tokenWantsAddress: {
    title: 'Which store?',
    detail: 'Enter the store’s address as well: a token is asked for there.',
  },
  addressWantsToken: {
    title: 'With which token?',
    detail: 'Enter a token of this store: the one kept belongs to the address before.',
  },
  handedOnAlready: (name: string) => ({
    title: 'On its way already',
    detail: `It waits to go to ${name}. Nothing more is needed.`,
  }),
  notGivenUp: {
    title: 'Not given up',
    detail: 'It has arrived, or waits and is tried again by itself.',
  },
  tooManyOrders: (most: number) => ({
    title: 'Too many orders',
    detail: `A brand has at most ${most} standing orders. Remove one first.`,
  }),
  badRule: (message: string) => ({ title: 'No such days', detail: message }),
  noCalendar: (message: string) => ({ title: 'No calendar', detail: message }),
  noCountry: {
    title: 'No such place',
    detail: 'Nothing is known of the holidays there. Choose a country, and a region of it, from the list.',
  },
  tooManyDates: (most: number) => ({
    title: 'Too many',
    detail: `No more than ${most} are kept. Remove some that nobody needs any more.`,
  }),
  archiveBusy: {
    title: 'One at a time',
    detail: 'An archive of yours is at work already. Wait until it is done.',
  },
  noArchive: {
    title: 'No archive of a brand',
    detail: 'The file is no archive of a brand that can be read here. One is a ZIP, as “Archive” makes it.',
  },
  newerArchive: {
    title: 'From a newer release',
    detail: 'The archive was made by a newer release of Clear Quill than this one, which can’t read it.',
  },
  batchBusy: {
    title: 'It is being worked on',
    detail: 'Its posts are being lined up or taken back. Stop that first, or wait for its end.',
  },
  nothingReady: {
    title: 'Nothing is ready',
    detail: 'No row of this file can be lined up as it is.',
  },
  batchTaken: { title: 'Lined up already', detail: 'This row is a post now; change it on the Desk.' },
  columnTwice: {
    title: 'One column for two things',
    detail: 'A column can be one thing only: choose another for one of them.',
  },
  stale: {
    title: 'Changed in the meantime',
    detail:
      'Someone changed this after you opened it. Look at the new state and try again; nothing was overwritten.',
  },
  emailTaken: { title: 'Already someone’s', detail: 'Another person here has this mail address.' },
  planChanged: {
    title: 'The plan has changed',
    detail:
      'Another post took a slot in the meantime. The slots shown are new; line it up again if they suit.',
  },
  noPlace: (message: string) => ({ title: 'No place there', detail: message }),
  noWording: {
    title: 'No such wording',
    detail: 'An echo names a wording that the post does not have any more. Choose another.',
  },
  alreadyThere: (account: string) => ({
    title: 'Already there',
    detail: `The post is in line on ${account} already, or went out there.`,
  }),
  sameAgain: (account: string, days: number) => ({
    title: 'The same text too soon',
    detail: `${account} refuses the same text within ${days} days: give the echo another wording.`,
  }),
  sameTurn: (account: string, days: number) => ({
    title: 'The same text too soon',
    detail:
      `${account} refuses the same text within ${days} days: let it rest longer, or give it more ` +
      'wordings.',
  }),
  onHold: { title: 'On hold', detail: 'Nothing of it goes out before the hold is lifted.' },
  holdPast: {
    title: 'That is past',
    detail: 'A hold ends later than now; leave the end open to lift it by hand.',
  },
  signIn: { title: 'Not signed in', detail: 'The mail address and the password do not belong together.' },
  signInWait: (seconds: number) => ({
    title: 'Too many tries',
    detail: `Wait ${seconds} seconds, then try again.`,
  }),
  signInOver: {
    title: 'Begin again',
    detail: 'The code came too late after the password, or the password has changed. Sign in again.',
  },
  wrongCode: {
    title: 'Not the code',
    detail: 'That code is not right, or was used already: each is good once. Take the next one.',
  },
  clockOff: (minutes: number) => ({
    title: 'A clock is off',
    detail:
      `That code belongs to a time about ${counted(minutes, 'minute', 'minutes')} away. Set the clock of ` +
      'your device by the network, then take the next code.',
  }),
  factorNotBegun: {
    title: 'Begin again',
    detail: 'This authenticator was set up too long ago, or in another window. Begin again.',
  },
  noPassword: {
    title: 'No password yet',
    detail: 'A second step needs a first: give yourself a password, then set it up.',
  },
  resetOver: {
    title: 'This link is over',
    detail: 'A link works once, for 30 minutes. Ask for another one.',
  },
  noResets: {
    title: 'No letters from here',
    detail: 'This installation can’t send you a link. Ask whoever looks after it.',
  },
  oldPasswordMissing: {
    title: 'Your password, please',
    detail: 'Enter the password you have now: a new password or mail address asks for it.',
  },
  oldPassword: {
    title: 'Not your password',
    detail: 'That is not the password you have now. Nothing was changed.',
  },
  startCode: {
    title: 'Not the code',
    detail: 'That is not the code. Each start prints a new one.',
  },
  pairingCode: {
    title: 'Not the code',
    detail: 'This code is not good: it was used, is older than ten minutes, or has a slip. Make a new one.',
  },
  tokenEnded: {
    title: 'Not paired any more',
    detail: 'This browser is not paired any more. Pair it again; what you captured waits until then.',
  },
  tokenScope: { title: 'Not for this', detail: 'This browser may capture, and nothing else.' },
  mayNotFound: {
    title: 'Not yours to make',
    detail: 'Only someone who owns a brand here can make another. Ask the owner.',
  },
  alreadyStarted: { title: 'Already set up', detail: 'This installation has an owner. Sign in instead.' },
  noAddress: (text: string) => ({
    title: 'Not a web address',
    detail: `“${text}” is not a web address. One looks like https://paper.example.`,
  }),
  privateAddress: (host: string) => ({
    title: 'Address inside a private network',
    detail:
      `${host} is inside a private network or this machine. Sources and accounts are read from the ` +
      'open web only.',
  }),
  otherPort: (host: string) => ({
    title: 'Not the web’s port',
    detail:
      `${host} names a port other than 80 and 443. Whoever runs this installation can allow it with ` +
      'QUILL_OPEN_PORTS.',
  }),
  unknownHost: (host: string) => ({
    title: 'No such host',
    detail: `There is no host called ${host}. Look for a slip in the address.`,
  }),
  noAnswer: (host: string, why: NoAnswer, seconds: number) => ({
    title: 'No answer',
    detail: `${host} did not answer: ${noAnswers[why](seconds)}.`,
  }),
  httpStatus: (host: string, status: number) => ({
    title: 'The site refused',
    detail: `${host} answered ${status}: ${meaningOf(status)}.`,
  }),
  tooLarge: (host: string) => ({
    title: 'Too large',
    detail: `${host} sent more than 10 MB; that is not a feed.`,
  }),
  tooManyRedirects: (host: string) => ({
    title: 'Sent round in circles',
    detail: `${host} passed the request on more than five times.`,
  }),
  noFeedOnPage: (host: string) => ({
    title: 'No feed on this page',
    detail: `The page at ${host} answers, but names no feed and has none in the usual places.`,
  }),
  notAFeed: (why: string) => ({ title: 'Not a feed', detail: why }),
  notOpml: (why: string, line: number) => ({
    title: 'The file can’t be used',
    detail: `${why} (line ${line})`,
  }),
  notAList: (why: string, line: number) => ({
    title: 'The file can’t be used',
    detail: line > 1 ? `${why} (line ${line})` : why,
  }),
  knownSource: (label: string) => ({
    title: 'Already a source',
    detail: `This feed is read already, as “${label}”.`,
  }),
  folderTaken: (name: string) => ({
    title: 'Already a folder',
    detail: `There is a folder called “${name}” already.`,
  }),
  folderMissing: { title: 'Which folder?', detail: 'Name the folder they are to go into.' },
  comesByMail: {
    title: 'Comes by mail',
    detail: 'This source brings what is sent to its address; there is nothing to fetch.',
  },
  noMail: {
    title: 'No mail drop',
    detail: 'This installation takes no mail. Whoever runs it can open a port for it with QUILL_MAIL_PORT.',
  },
  searchWords: {
    title: 'Words are missing',
    detail: 'This address is a search: enter the words to look for.',
  },
  noProfile: (host: string, name: string) => ({
    title: 'No such profile',
    detail: `${host} knows nobody called ${name}, or does not say where profiles are.`,
  }),
  watchTaken: (name: string) => ({
    title: 'Already a watch',
    detail: `There is a watch called “${name}” already.`,
  }),
  tagTaken: (name: string) => ({
    title: 'Already a tag',
    detail: `There is a tag called “${name}” already. Merge the two to make them one.`,
  }),
  tooManyTags: (most: number) => ({
    title: 'Too much at once',
    detail:
      `Articles times tags may be ${most.toLocaleString('en')} at most. Choose fewer articles, or ` +
      'fewer tags.',
  }),
  sameTag: { title: 'The same tag', detail: 'A tag can’t be merged into itself.' },
  watchQuery: (why: string, at: number) => ({
    title: 'The watch can’t be read',
    detail: `${why} (at character ${at + 1})`,
  }),
  watchTooLong: (words: number, most: number) => ({
    title: 'Too many words',
    detail:
      `The watch asks for ${words.toLocaleString('en')} words; up to ${most.toLocaleString('en')} are ` +
      'looked for. Make two watches of it.',
  }),
  noNetwork: (host: string) => ({
    title: 'No network here',
    detail:
      `${host} answers, but it can’t be connected: it offers neither Micropub, nor the ` +
      'Mastodon-compatible API, nor the AT Protocol.',
  }),
  tokenRefused: (network: string) => ({
    title: 'Token refused',
    detail:
      `${network} does not accept this token. Connect the account again, or copy the token once more from ` +
      'the network’s settings.',
  }),
  networkUsed: (accounts: number) => ({
    title: 'In use',
    detail: `${counted(accounts, 'account is', 'accounts are')} on this network. Remove them first.`,
  }),
  saidNo: (network: string) => ({
    title: 'Not connected',
    detail: `You said no at ${network}, so nothing was connected or kept. You can try again at any time.`,
  }),
  signInRefused: (network: string, why: string) => ({
    title: 'Not connected',
    detail: `${network} did not let Clear Quill in: ${why}`,
  }),
  codeOver: (network: string) => ({
    title: 'Not connected',
    detail: `${network} says that this answer was used already or came too late. Connect once more.`,
  }),
  otherIssuer: (network: string) => ({
    title: 'Not connected',
    detail: `The answer names another server than ${network}, so it was not believed.`,
  }),
  otherIdentity: (wanted: string, given: string) => ({
    title: 'Another account',
    detail: `You asked for ${wanted}, and the answer is about ${given}. Nothing was changed.`,
  }),
  oddAnswer: (network: string) => ({
    title: 'Not connected',
    detail: `${network} answered otherwise than the standard has it, so signing in there is not possible.`,
  }),
  noSignIn: {
    title: 'Not open any more',
    detail:
      'This sign-in was begun elsewhere, answered already, or more than ten minutes ago. Begin again ' +
      'from Accounts.',
  },
  mayNotPost: (network: string) => ({
    title: 'Not connected',
    detail: `${network} did not grant posting, and without it nothing can go there. Connect again, with it.`,
  }),
  noPublicAddress: (network: string) => ({
    title: 'No sign-in from here',
    detail:
      `${network} looks Clear Quill up at its public https address before it lets anybody sign in, and ` +
      'this installation has none (QUILL_PUBLIC_URL). An app password from its settings does the same.',
  }),
  cantSignIn: (network: string) => ({
    title: 'No sign-in here',
    detail: `${network} does not offer sign-in on its own page. Give a token from its settings instead.`,
  }),
  webhookRefused: (host: string, status: number) => ({
    title: 'Not accepted',
    detail:
      `${host} answered ${status} to a trial message. The address must take a POST with JSON and ` +
      'answer 200.',
  }),
  tooLongFor: (network: string, over: number) => ({
    title: 'Too long',
    detail: `${network}: ${over} too many. Shorten the text or take the account out.`,
  }),
  notReady: (account: string, why: string) => ({
    title: 'Not ready to go out',
    detail: `${account}: ${why}`,
  }),
  nowhereNew: {
    title: 'Nowhere new',
    detail: 'The post is in line, or went out, on every account chosen for it.',
  },
  notApproved: { title: 'Not approved', detail: 'This post goes out only once it is approved.' },
  someoneElse: {
    title: 'Somebody else’s to approve',
    detail: 'An account of this post wants it approved by somebody other than who wrote it last.',
  },
  postChanged: {
    title: 'Changed in the meantime',
    detail:
      'Somebody else saved this post after you opened it. Nothing was overwritten: both texts are kept.',
  },
  postSent: {
    title: 'Already sent',
    detail: 'This post has gone out, so it stays as it is. You can write a new post from it.',
  },
  cantCapture: {
    title: 'This can’t be captured',
    detail:
      'Pages of the browser itself, files on this machine and addresses that hold a script ' +
      'have no address on the web. Copy the words you want and capture those.',
  },
  nothingToCapture: {
    title: 'Nothing to capture',
    detail: 'Neither an address nor any words came along. Paste the address of a page.',
  },
  noPicture: {
    title: 'Not a picture',
    detail: 'This file is not a picture, whatever its name says. Choose a JPEG, PNG, WebP, AVIF or GIF.',
  },
  pictureSvg: {
    title: 'A drawing that can carry script',
    detail: 'SVG files are not accepted. Save the drawing as PNG and choose that.',
  },
  pictureBroken: {
    title: 'The picture is damaged',
    detail: 'The file ends too early or can’t be read to its end. Get it again from where it came from.',
  },
  pictureTooLarge: (megapixels: number, most: number) => ({
    title: 'Too many pixels',
    detail: `The picture has ${megapixels} megapixels; up to ${most} are taken.`,
  }),
  pictureTooHeavy: (megabytes: number) => ({
    title: 'The file is too large',
    detail: `A picture may have up to ${megabytes} MB.`,
  }),
  alreadyGone: {
    title: 'Already on its way',
    detail: 'This post has been handed to the network; it can’t be taken out of the line any more.',
  },
  cantUndo: {
    title: 'Can’t be undone',
    detail: 'It was changed again in the meantime, so it stays as it is.',
  },
  nothingToUndo: { title: 'Nothing to undo', detail: 'There is nothing of yours left to undo.' },
  lastOwner: { title: 'Still needed', detail: 'This is the last brand you own; an installation needs one.' },
  hookRefused: (host: string, status: number) => ({
    title: 'The chat webhook refused',
    detail: `${host} answered ${status}.`,
  }),
  nowhereToTell: { title: 'Nowhere to send it', detail: 'Save a chat webhook or a mail address first.' },
  unannounced: (why: string) => ({ title: 'Not told', detail: why }),
  putOff: {
    title: 'No such time',
    detail: 'Choose a time later than now, within the next 60 days.',
  },
  cantDo: {
    title: 'Not any more',
    detail: 'What became of this delivery has changed in the meantime; look at it as it is now.',
  },
  cantTakeBack: (network: string, why: string) => ({
    title: 'Not taken back',
    detail: `${network} did not remove it: ${why}`,
  }),
  server: {
    title: 'Not done',
    detail:
      'The server ran into an error of its own and changed nothing. Try again; the log has the details.',
  },
  unreadable: { title: 'Unreadable request', detail: 'The request’s body is not valid JSON.' },
  tooBig: (bytes: number) => ({
    title: 'Too much at once',
    detail: `The request is larger than ${megabytes(bytes)}.`,
  }),
  tooManyValues: (most: number) => ({
    title: 'Too much at once',
    detail:
      `The request holds more than ${most.toLocaleString('en')} values, or lists inside lists too ` +
      'deep to read.',
  }),
  tooHeavy: {
    title: 'Too much to work through',
    detail:
      'That took longer than it may, so it was stopped; nothing was changed. Ask for less, or try ' +
      'again in a minute.',
  },
  tooManyStreams: {
    title: 'Too many windows',
    detail: 'This sign-in has as many windows open as can be kept up to date. Close one.',
  },
  tooOften: (seconds: number) => ({
    title: 'Too much at once',
    detail: `That was asked for very often. Wait ${counted(seconds, 'second', 'seconds')}, then try again.`,
  }),
})
