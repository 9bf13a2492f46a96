import type { Focus } from '#core/post/crop'
import type { LinkPlace, Crop, PreflightContext, Medium } from '#core/post/types'
import type { PostDay } from '#shared/almanac/types'
import type { Instant } from '#core/instant'
import type { Clipping } from '#shared/clippings/types'
import type { LinkRule } from '#core/url/linkRule'

/** A picture as it stands in one post. */
export interface PostPicture {
  id: string
  description: string
  /** What must stay in sight when it is cropped: 0 to 1 from its left and its top. */
  focus: Focus
}

/** The post on one account. */
export interface AccountPart {
  accountId: string
  /** Whether it is to go out there. */
  chosen: boolean
  /** Its own wording; null while it follows the main text. */
  ownText: string | null
  /** Whom to credit, as this network writes it; the post's own where it is null. */
  credit: string | null
  /** What is left out here alone: hashtags with their sign, `credit`, `title`. */
  leftOut: string[]
  board: string | null
  audience: string | null
  linkPlace: LinkPlace | null
  /** The part of each picture shown here, by the picture's id; the whole where there is none. */
  crops: Record<string, Crop>
}

export interface Wording {
  text: string
  /** A picture in place of the post's own; null for those. */
  pictureId: string | null
}

/** All that a person writes of a post. The first wording is its main text. */
export interface PostDoc {
  articleId: string | null
  clippingIds: string[]
  /** The post it was written again from. */
  fromPostId: string | null
  wordings: Wording[]
  link: string | null
  /** The headline to stand with the link; null for none. */
  linkTitle: string | null
  hashtags: string[]
  credit: string | null
  pillarId: string | null
  campaignId: string | null
  /** Labels it is found by; they go out nowhere. */
  tags: string[]
  goodUntil: Instant | null
  /** It must not go out earlier. */
  notBefore: Instant | null
  /** The date of the almanac it is for. */
  day: PostDay | null
  language: string | null
  pictures: PostPicture[]
  accounts: AccountPart[]
}

export interface PictureView {
  id: string
  width: number
  height: number
  bytes: number
  /** What was done to it on the way in, as a sentence; null for nothing worth saying. */
  message: string | null
}

export type PostEventKind = 'asked' | 'approved' | 'sent-back' | 'withdrawn' | 'returned'

/** Something that was said or done about a post, of one version of it. */
export interface PostEvent {
  at: Instant
  /** Null where nobody did it, but a network's rules. */
  who: string | null
  what: PostEventKind
  note: string | null
}

export interface PostView {
  id: string
  version: number
  doc: PostDoc
  approval: Approval
  events: PostEvent[]
  savedAt: Instant | null
  savedBy: string | null
  /** Whether whoever asks may approve it. */
  mayApprove: boolean
  pictures: PictureView[]
  /** Codes of its short links, by account. */
  codes: Record<string, string>
  lines: { queueItemId: string; accountId: string }[]
  sent: { accountId: string; at: Instant; remoteUrl: string | null }[]
  /** The clippings it is made from, and the words of its article that were kept. */
  clippings: Clipping[]
  /** The standing order that made it; null for a person. */
  orderId: string | null
}

/** A post in the Desk's list. */
export interface DeskRow {
  id: string
  text: string
  title: string | null
  outlet: string | null
  approval: Approval
  pillarId: string | null
  accountIds: string[]
  pictureId: string | null
  savedAt: Instant
  savedBy: string
  /** When its review was asked for. */
  askedAt: Instant | null
  /** The last word about it. */
  last: PostEvent | null
  lined: number
  mayApprove: boolean
  version: number
  /** The standing order that made it; null for a person. */
  orderId: string | null
}

export interface DeskView {
  rows: DeskRow[]
}

/** What a brand wants of its writing. */
export interface Writing {
  /** The standing instruction for whoever, or whatever, drafts lines. */
  instruction: { role: string; readers: string; tone: string; length: 'short' | 'medium' | 'long' }
  wordsNotUsed: string[]
  /** Most hashtags that are offered. */
  hashtagMost: number
  hashtagGroups: { name: string; tags: string[] }[]
  phrases: { kind: 'phrase' | 'question' | 'call'; text: string }[]
  linkRule: LinkRule
  /** Whether links that stand in the text carry the campaign marks as well, where the rule has some. */
  marksInText: boolean
  /** Whether a check says that nobody has opened the article. */
  warnUnopened: boolean
  /** Whether clippings are done with once a post made from them is lined up. */
  clippingsDone: boolean
}

/** What the live checks know of a brand besides the post. */
export interface DeskContext {
  writing: Writing
  writingVersion: number
  /**
   * Where short links begin, `https://host/r/`; null where the installation has no address of its own for
   * them.
   */
  shortBase: string | null
  sentHere: Record<string, PreflightContext['sentHere']>
  held: string[]
}

/** What the page behind a link answers. */
export interface LinkPreview {
  kind: PreflightContext['linkState']['kind']
  detail: string | null
  card: { title: string; description: string; image: string | null } | null
}

export interface WritingHelp {
  hashtags: { tag: string; reason: string }[]
}

export function mediumOf(
  { id, description }: PostPicture,
  part: AccountPart,
  pictures: ReadonlyMap<string, PictureView>,
): Medium[] {
  const known = pictures.get(id)
  if (!known) return []
  return [
    {
      kind: 'picture',
      width: known.width,
      height: known.height,
      bytes: known.bytes,
      description: description || null,
      crop: part.crops[id] ?? null,
    },
  ]
}

/** Of the code of a short link that is not made yet: as many signs, so that lengths hold. */
export const CODE_TO_COME = '······'

export type Approval = 'draft' | 'in-review' | 'approved' | 'sent-back'
