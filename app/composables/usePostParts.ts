import type { PostParts } from '../../core/post'
import type { Account, ArticleFull } from '#shared/api'
import type { Draft } from './useDraft'

/** A draft about an article as the parts of a post: for one account with its own wording, or (null) the main text. */
export function usePostParts(article: () => ArticleFull, draft: () => Draft) {
  const hashtags = computed(() => draft().hashtags.split(/[\s,]+/).map((tag) => tag.replace(/^#+/, '')).filter(Boolean)) // prettier-ignore
  /** Whom to credit: as the account's network knows the source where that is entered, else its name; null where none is wanted. */
  const creditFor = (account: Account | null): string | null => {
    if (!draft().credit) return null
    return (account && article().source.credits[account.rules.id]) || article().outlet
  }
  const partsFor = (account: Account | null): PostParts => ({
    text: draft().text,
    ownText: (account && draft().ownTexts[account.id]?.trim()) || null,
    hashtags: hashtags.value,
    credit: creditFor(account),
    link: draft().link ? article().url : null,
    linkTitle: draft().title ? article().title : null,
    media: [],
    board: null,
    audience: null,
    language: null,
  })
  return { partsFor, creditFor, hashtags }
}
