import {
  mediumOf,
  CODE_TO_COME,
  type Writing,
  type AccountPart,
  type PostDoc,
  type Wording,
  type PictureView,
  type PostPicture,
} from './types'
import type { PostParts } from '#core/post/types'
import { markedLink, marksOf, type LinkRule, type LinkPlaceNames } from '#core/url/linkRule'

export const USUAL_WRITING: Writing = {
  instruction: { role: '', readers: '', tone: '', length: 'medium' },
  wordsNotUsed: [],
  hashtagMost: 5,
  hashtagGroups: [],
  phrases: [],
  linkRule: { kind: 'plain', marks: { source: '', medium: '', campaign: '', term: '', content: '' } },
  marksInText: false,
  warnUnopened: false,
  clippingsDone: true,
}

/** A part for an account that nothing was said about yet. */
export const emptyPart = (accountId: string, chosen: boolean): AccountPart => ({
  accountId,
  chosen,
  ownText: null,
  credit: null,
  leftOut: [],
  board: null,
  audience: null,
  linkPlace: null,
  crops: {},
})

export const emptyDoc = (): PostDoc => ({
  articleId: null,
  clippingIds: [],
  fromPostId: null,
  wordings: [{ text: '', pictureId: null }],
  link: null,
  linkTitle: null,
  hashtags: [],
  credit: null,
  pillarId: null,
  campaignId: null,
  tags: [],
  goodUntil: null,
  notBefore: null,
  day: null,
  language: null,
  pictures: [],
  accounts: [],
})

/** One of a post's wordings; the main text where there is no such one any more. */
export const wordingOf = (doc: PostDoc, wording: number): Wording =>
  doc.wordings[wording] ?? doc.wordings[0] ?? { text: '', pictureId: null }

/**
 * A post's document as the parts that make one account's proof. `link`: as it will stand there, by the
 * brand's rule. An account's own wording stands in for the main text alone: an echo says it in another
 * wording.
 */
export function partsFor(
  doc: PostDoc,
  part: AccountPart,
  link: string | null,
  pictures: ReadonlyMap<string, PictureView>,
  { wording = 0, textMarks = null }: { wording?: number; textMarks?: PostParts['textMarks'] } = {},
): PostParts {
  const left = new Set(part.leftOut.map((item) => item.toLowerCase()))
  const main = wordingOf(doc, wording)
  return {
    text: main.text,
    ownText: wording === 0 && part.ownText?.trim() ? part.ownText : null,
    hashtags: doc.hashtags.filter((tag) => !left.has(`#${tag.replace(/^#+/, '')}`.toLowerCase())),
    credit: doc.credit === null || left.has('credit') ? null : (part.credit ?? doc.credit),
    link,
    linkTitle: left.has('title') ? null : doc.linkTitle,
    media: shownPictures(doc, main.pictureId).flatMap((shownPicture) =>
      mediumOf(shownPicture, part, pictures),
    ),
    board: part.board,
    audience: part.audience,
    language: doc.language,
    linkPlace: part.linkPlace,
    textMarks,
  }
}

/** The pictures of a post, or the one that a wording has in their place. */
export const shownPictures = (doc: PostDoc, ofWording: string | null): PostPicture[] =>
  ofWording === null ? doc.pictures : doc.pictures.filter(({ id }) => id === ofWording)

/** A post's link as it stands on one account. */
export function linkFor(
  link: string | null,
  rule: LinkRule,
  names: LinkPlaceNames,
  shortBase: string | null,
  code: string | null,
): string | null {
  if (!link) return null
  if (rule.kind === 'short' && shortBase) return `${shortBase}${code ?? CODE_TO_COME}`
  return markedLink(link, rule, names)
}

/**
 * The marks for links in the text, where the brand wants them there: null for none. Behind a short address
 * only the link itself is marked.
 */
export const textMarksOf = (
  rule: LinkRule,
  names: LinkPlaceNames,
  { marksInText }: Pick<Writing, 'marksInText'>,
): PostParts['textMarks'] => (marksInText && rule.kind === 'marks' ? marksOf(rule, names) : null)

export const ruleOf = (account: { linkRule: LinkRule | null }, writing: Writing): LinkRule =>
  account.linkRule ?? writing.linkRule
