import { HOUR, toInstant, type Instant } from '#core/instant'
import type { PostDay } from '#shared/almanac/types'
import type { OrderRule } from '#shared/orders/types'
import { LIMITS } from '#shared/platform/limits'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PostDoc } from '#shared/posts/types'
import type { Usual } from '#server/posts'
import type { ToFill } from './tasks'

/** What set an order off, as a post about it is made. */
export interface Thing {
  key: string
  articleId: string | null
  title: string
  /** Its outlet; '' for none. */
  source: string
  author: string | null
  url: string | null
  language: string | null
  body: string
  /** The brand's own tags, then the outlet's. */
  tags: string[]
  /** The brand's own alone. */
  ownTags: string[]
  /** When it was published, or the day it is. */
  at: Instant
  image: string | null
  usual: Usual & { hashtags: string[] }
  day: PostDay | null
  prompt: string | null
  account: string | null
  count: string | null
}

/** The patterns of an order: its wordings, then those of accounts. */
export const patternsOf = ({ post, accounts }: OrderRule): string[] => [
  ...post.texts.filter(Boolean),
  ...accounts.flatMap(({ text }) => text || []),
]

export const toFill = (thing: Thing, rule: OrderRule, zone: string): ToFill => ({
  title: thing.title,
  body: thing.body,
  author: thing.author,
  source: thing.source,
  tags: thing.tags,
  at: thing.at,
  zone,
  language: thing.language,
  url: thing.url,
  prompt: thing.prompt,
  account: thing.account,
  count: thing.count,
  patterns: patternsOf(rule),
})

const unique = (texts: string[]): string[] => [
  ...new Map(texts.map((text) => [text.toLowerCase(), text])).values(),
]

const creditOf = (thing: Thing, { credit }: OrderRule['post']): string | null => {
  if (credit === 'none') return null
  return (credit === 'author' ? thing.author : null) || thing.source || null
}

/** The post that an order makes of something, with its patterns filled. */
export function docOfThing(
  thing: Thing,
  rule: OrderRule,
  { filled, notBefore, pictureId }: { filled: string[]; notBefore: Instant | null; pictureId: string | null },
): PostDoc {
  const { post, when } = rule
  const wordings = filled.slice(0, post.texts.filter(Boolean).length)
  const own = filled.slice(wordings.length)
  const accounts =
    rule.accounts.length > 0
      ? rule.accounts.map(({ accountId, text, audience, board }) => ({
          ...emptyPart(accountId, true),
          ownText: (text ? own.shift()?.slice(0, LIMITS.postText) : null) || null,
          audience,
          board,
        }))
      : (thing.usual.accountIds ?? []).map((id) => emptyPart(id, true))
  return {
    ...emptyDoc(),
    articleId: thing.articleId,
    wordings: wordings.map((text) => ({ text: text.slice(0, LIMITS.postText), pictureId: null })),
    link: post.withLink ? thing.url : null,
    linkTitle: post.withLink && post.withTitle ? thing.title || null : null,
    hashtags: unique([...post.hashtags, ...(post.usualHashtags ? thing.usual.hashtags : [])]).slice(
      0,
      LIMITS.hashtags,
    ),
    credit: creditOf(thing, post),
    pillarId: post.pillarId ?? thing.usual.pillarId,
    campaignId: post.campaignId,
    tags: post.tags,
    goodUntil: when.goodForHours === null ? null : toInstant(Date.parse(thing.at) + when.goodForHours * HOUR),
    notBefore,
    day: thing.day,
    language: thing.language,
    pictures: pictureId === null ? [] : [{ id: pictureId, description: '', focus: { x: 0.5, y: 0.5 } }],
    accounts,
  }
}
