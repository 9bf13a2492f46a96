import type { Message } from '#core/message'
import { refusalMessage } from '#shared/platform/messages'
import type { Problem } from '#shared/platform/types'
import * as words from '#shared/words'

const STATUS = {
  invalid: 422,
  cantCapture: 422,
  nothingToCapture: 422,
  unreadable: 400,
  tooBig: 413,
  badPeriod: 422,
  dayPassed: 422,
  tooManyReports: 422,
  busyPrinting: 503,
  noPdf: 501,
  tooManyValues: 413,
  tooOften: 429,
  tooManyStreams: 429,
  tooHeavy: 422,
  notSignedIn: 401,
  signIn: 401,
  signInWait: 429,
  signInOver: 409,
  wrongCode: 403,
  clockOff: 403,
  factorNotBegun: 409,
  noPassword: 409,
  resetOver: 410,
  noResets: 409,
  oldPasswordMissing: 422,
  oldPassword: 403,
  startCode: 403,
  pairingCode: 403,
  tokenEnded: 401,
  tokenScope: 403,
  mayNotFound: 403,
  notAllowed: 403,
  foreignOrigin: 403,
  wrongHost: 421,
  notFound: 404,
  noPosts: 422,
  badRule: 422,
  orderCant: 409,
  tooManyOrders: 409,
  tooManyRecipients: 409,
  tooManyTokens: 409,
  badKey: 400,
  keyReused: 422,
  keyGoing: 409,
  noModel: 409,
  modelCeiling: 409,
  modelKey: 502,
  modelWaits: 503,
  modelRefused: 502,
  modelBroken: 502,
  modelKeyWanted: 422,
  noArticleText: 422,
  noNotesStore: 422,
  tokenWantsAddress: 422,
  addressWantsToken: 422,
  handedOnAlready: 409,
  notGivenUp: 409,
  noCalendar: 422,
  noCountry: 422,
  tooManyDates: 409,
  archiveBusy: 409,
  noArchive: 422,
  newerArchive: 422,
  batchBusy: 409,
  nothingReady: 409,
  batchTaken: 409,
  columnTwice: 422,
  stale: 409,
  emailTaken: 409,
  planChanged: 409,
  noPlace: 409,
  noWording: 422,
  alreadyThere: 409,
  holdPast: 422,
  onHold: 409,
  sameAgain: 422,
  sameTurn: 422,
  alreadyStarted: 409,
  alreadyGone: 409,
  cantUndo: 409,
  nothingToUndo: 409,
  lastOwner: 409,
  knownSource: 409,
  folderTaken: 409,
  folderMissing: 422,
  comesByMail: 409,
  noMail: 409,
  searchWords: 422,
  noProfile: 422,
  noAddress: 422,
  privateAddress: 422,
  unknownHost: 422,
  otherPort: 422,
  noAnswer: 422,
  httpStatus: 422,
  tooLarge: 422,
  tooManyRedirects: 422,
  noFeedOnPage: 422,
  notAFeed: 422,
  notOpml: 422,
  notAList: 422,
  watchQuery: 422,
  watchTooLong: 422,
  watchTaken: 409,
  tagTaken: 409,
  tooManyTags: 422,
  sameTag: 422,
  noNetwork: 422,
  tokenRefused: 422,
  saidNo: 422,
  signInRefused: 422,
  codeOver: 422,
  otherIssuer: 422,
  otherIdentity: 422,
  oddAnswer: 422,
  noSignIn: 409,
  cantSignIn: 422,
  mayNotPost: 422,
  noPublicAddress: 422,
  webhookRefused: 422,
  networkUsed: 409,
  tooLongFor: 422,
  notReady: 422,
  nowhereNew: 409,
  notApproved: 409,
  someoneElse: 403,
  postChanged: 409,
  postSent: 409,
  noPicture: 422,
  pictureSvg: 422,
  pictureBroken: 422,
  pictureTooLarge: 422,
  pictureTooHeavy: 413,
  hookRefused: 422,
  nowhereToTell: 409,
  unannounced: 422,
  putOff: 422,
  cantDo: 409,
  cantTakeBack: 409,
  server: 500,
} as const satisfies Record<keyof typeof words.refusals, number>

export type ProblemCode = keyof typeof STATUS

type Text = { title: string; detail: string }
type Arguments<C extends ProblemCode> = (typeof words.refusals)[C] extends (...given: infer A) => Text
  ? A
  : []

/** A refusal on its way to the person who asked. `field` names the field of the form that it is about. */
export class ProblemError extends Error {
  readonly code: ProblemCode
  readonly body: Problem
  /** The same as a message, for what is stored. */
  readonly reason: Message

  constructor(code: ProblemCode, text: Text, reason: Message, errors?: Problem['errors']) {
    super(text.detail)
    this.name = 'ProblemError'
    this.code = code
    this.reason = reason
    this.body = {
      type: `urn:clear-quill:${code}`,
      title: text.title,
      status: STATUS[code],
      detail: text.detail,
      ...(errors ? { errors } : {}),
    }
  }

  /** The same refusal with more beside it (an extension member, RFC 9457 §3.2). */
  with(more: Record<string, unknown>): this {
    Object.assign(this.body, more)
    return this
  }

  /** The same refusal, said at a field of the form. */
  at(field: string): ProblemError {
    return new ProblemError(this.code, this.body, this.reason, [{ field, message: this.body.detail }])
  }
}

/** A refusal by its code, with what its sentence needs. */
export function problem<C extends ProblemCode>(code: C, ...given: Arguments<C>): ProblemError {
  const entry = words.refusals[code] as Text | ((...values: unknown[]) => Text)
  const values = given as readonly (string | number)[]
  const text = typeof entry === 'function' ? entry(...values) : entry
  return new ProblemError(code, text, refusalMessage(code, values))
}
