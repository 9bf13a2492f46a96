import type { Message } from '../message'
import { message } from '../messages'
import { fold } from '../text/fold'
import { keyPhrases } from '../text/phrases'
import { stem } from '../text/stem'
import { asTag } from './asTag'
import { entities } from './entities'

export interface HashtagInput {
  text: string
  language: string | null
  fromWatches: string[]
  fromFolder: string[]
  /** Groups the brand has saved. */
  saved: string[][]
  /** Hashtags of earlier posts, with what those posts brought. */
  past: { tag: string; posts: number; responses: number }[]
  max: number
}

const PHRASES = 6
/** Posts a hashtag must have been on before its responses are spoken of. */
const ENOUGH = 3

interface Offer {
  tag: string
  reason: Message
}

/**
 * Hashtags for a text, best first, at most `max`, each with its reason: those of watches that mark the
 * article, of its folder, saved groups that have to do with it, what the text is about, what was used before
 * on the same. None that stands in the text already.
 */
export function suggestHashtags(input: HashtagInput): Offer[] {
  // What comes once is seldom what a text is about.
  const phrases = keyPhrases(input.text, { count: PHRASES, language: input.language })
    .filter(({ times }) => times > 1)
    .map(({ phrase }) => asTag(phrase))
  const keyOf = (tag: string): string => stem(fold(asTag(tag)), input.language)
  const near = new Set([...input.fromWatches, ...input.fromFolder, ...phrases].map(keyOf))
  const known = new Map(input.past.map((item) => [keyOf(item.tag), item]))
  const offers: Offer[] = [
    ...input.fromWatches.map((tag) => ({ tag, reason: message('hashtag.by-watch') })),
    ...input.fromFolder.map((tag) => ({ tag, reason: message('hashtag.by-folder') })),
    ...groupsWith(input.saved, near, keyOf),
    ...phrases
      .filter((tag) => known.has(keyOf(tag)))
      .map((tag) => ({ tag, reason: usedBefore(known.get(keyOf(tag))!) })),
    ...phrases.map((tag) => ({ tag, reason: message('hashtag.by-article') })),
  ]
  const taken = new Set(
    entities(input.text)
      .filter(({ kind }) => kind === 'hashtag')
      .map(({ value }) => keyOf(value)),
  )
  return offers
    .map(({ tag, reason }) => ({ tag: asTag(tag), reason }))
    .filter(({ tag }) => tag !== '' && !taken.has(keyOf(tag)) && taken.add(keyOf(tag)))
    .slice(0, Math.max(0, input.max))
}

/** Saved groups that share a hashtag with what the article is about: the shared one first. */
function groupsWith(groups: string[][], near: ReadonlySet<string>, keyOf: (tag: string) => string): Offer[] {
  return groups.flatMap((group) => {
    const shared = group.find((tag) => near.has(keyOf(tag)))
    return shared === undefined
      ? []
      : group.map((tag) => ({ tag, reason: message('hashtag.saved-with', { tag: asTag(shared) }) }))
  })
}

const usedBefore = ({ posts, responses }: HashtagInput['past'][number]): Message =>
  posts >= ENOUGH && responses > 0
    ? message('hashtag.responses', { posts, responses: Math.round(responses / posts) })
    : message('hashtag.used')
