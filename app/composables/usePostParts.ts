import type { PostParts } from '../../core/post'
import type { ArticleFull } from '#shared/api'
import type { Draft } from './useDraft'

/** A draft about an article as the parts of a post: for one account with its own wording, or (null) the main text. */
export function usePostParts(article: () => ArticleFull, draft: () => Draft) {
  const hashtags = computed(() => draft().hashtags.split(/[\s,]+/).map((tag) => tag.replace(/^#+/, '')).filter(Boolean)) // prettier-ignore
  const partsFor = (accountId: string | null): PostParts => ({
    text: draft().text,
    ownText: (accountId && draft().ownTexts[accountId]?.trim()) || null,
    hashtags: hashtags.value,
    credit: draft().credit ? article().outlet : null,
    link: draft().link ? article().url : null,
    linkTitle: draft().title ? article().title : null,
    media: [],
    board: null,
    audience: null,
    language: null,
  })
  return { partsFor, hashtags }
}
