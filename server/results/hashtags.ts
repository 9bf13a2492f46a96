import { readTexts } from '#shared/platform/json'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { firstResponses, isSettled } from './measures'
import { sentPostsBetween } from './queries/resultRows'

/**
 * What a brand's posts since a moment got, by their hashtags; posts of which nothing was told are left
 * out.
 */
export async function responsesByHashtag(
  db: Db,
  brandId: string,
  since: number,
): Promise<Map<string, { posts: number; responses: number }>> {
  const tags = new Map<string, { posts: number; responses: number }>()
  for (const post of await sentPostsBetween(db, brandId, since, now() + 1)) {
    const responses = isSettled(post, now()) ? firstResponses(post, 'responses') : null
    if (responses === null || post.hashtags_json === '[]') continue
    for (const tag of new Set(readTexts(post.hashtags_json))) {
      const known = tags.get(tag) ?? { posts: 0, responses: 0 }
      tags.set(tag, { posts: known.posts + 1, responses: known.responses + responses })
    }
  }
  return tags
}
