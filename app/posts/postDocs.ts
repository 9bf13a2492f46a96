import type { AlmanacDate } from '#shared/almanac/types'
import type { Campaign } from '#shared/campaigns/types'
import type { Account } from '#shared/networks/types'
import type { ArticleFull } from '#shared/reading/types'
import type { Brand } from '#shared/people/types'
import type { Clipping } from '#shared/clippings/types'
import { instantOf } from '~/base/localTime'
import { emptyDoc, emptyPart } from '#shared/posts/docs'
import type { PostDoc, PostView } from '#shared/posts/types'

/** The usual parts of a post about an article: credit as each network knows its source. */
export function docOfArticle(
  article: ArticleFull,
  given: {
    accounts: Account[]
    isUsual: (account: Account, stated: string[] | null) => boolean
    pillars: string[]
    brand: Brand | undefined
  },
): PostDoc {
  const language =
    article.language && article.language.slice(0, 2) !== given.brand?.language.slice(0, 2)
      ? given.brand?.language
      : null
  return {
    ...emptyDoc(),
    articleId: article.id,
    link: article.url,
    linkTitle: article.title,
    hashtags: article.source.hashtags,
    pillarId: given.pillars.includes(article.source.pillarId ?? '') ? article.source.pillarId : null,
    language: language ?? null,
    accounts: given.accounts.map((account) => ({
      ...emptyPart(account.id, given.isUsual(account, article.source.accountIds)),
      credit: article.source.credits[account.rules.id] ?? null,
    })),
  }
}

/** A post for a campaign, with what its posts start with. */
export const docForCampaign = (campaign: Campaign, accounts: Account[]): PostDoc => ({
  ...emptyDoc(),
  campaignId: campaign.id,
  pillarId: campaign.pillarId,
  hashtags: [...campaign.hashtags],
  accounts: accounts.flatMap(({ id }) =>
    campaign.accountIds === null ? [] : emptyPart(id, campaign.accountIds.includes(id)),
  ),
})

/**
 * A post for a date of the almanac: with its prompt beside it, and due on that day where it is still to come.
 */
export function docForDay(
  date: Pick<AlmanacDate, 'date' | 'title' | 'of' | 'prompt' | 'url' | 'pillarId'>,
  { pillars, zone, now }: { pillars: { id: string }[]; zone: string; now: number },
): PostDoc {
  const [from, to] = ['00:00', '23:59'].map((time) => instantOf(date.date, time, zone)) as [string, string]
  const isOver = Date.parse(to) <= now
  return {
    ...emptyDoc(),
    day: { date: date.date, title: date.title, prompt: date.prompt, of: date.of },
    link: date.url,
    pillarId: pillars.some(({ id }) => id === date.pillarId) ? date.pillarId : null,
    notBefore: isOver || Date.parse(from) <= now ? null : from,
    goodUntil: isOver ? null : to,
  }
}

/** Words of others stand in quotation marks, one's own do not. */
const saidOf = (kind: Clipping['kind'], words: string): string => (kind === 'words' ? words : `“${words}”`)

/** A round-up: a line for each clipping, with its address, to be written over. */
export function docOfClippings(clippings: Clipping[]): PostDoc {
  const lines = clippings.map(({ title, url, quote, kind }) =>
    [quote ? saidOf(kind, quote) : title, url ?? ''].filter(Boolean).join('\n'),
  )
  const [only] = clippings
  const single =
    clippings.length === 1 && only
      ? { articleId: only.articleId, link: only.url, linkTitle: only.title || null }
      : {}
  return {
    ...emptyDoc(),
    ...single,
    clippingIds: clippings.map(({ id }) => id),
    wordings: [
      {
        text:
          clippings.length === 1 ? (only?.quote ? saidOf(only.kind, only.quote) : '') : lines.join('\n\n'),
        pictureId: null,
      },
    ],
  }
}

/**
 * A post to be said anew: all of it but its dates, on the accounts it was for. `after`: the wording that went
 * out, so that the one after it comes first.
 */
export const docOfPost = ({ id, doc }: PostView, after = -1): PostDoc => ({
  ...doc,
  wordings: [...doc.wordings.slice(after + 1), ...doc.wordings.slice(0, after + 1)],
  fromPostId: id,
  goodUntil: null,
  notBefore: null,
  day: null,
})

/** What a post is about, as far as its parts come from there. */
export interface PostOrigin {
  url: string | null
  title: string
  /** Whom it may be credited to. */
  outlet: string
  wasShared: boolean
}
