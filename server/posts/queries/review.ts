import type { Db } from '#server/platform/db'
import { joined, readFirst } from '#server/platform/db/read'
import { text, whole } from '#server/platform/db/tables'
import { OPEN_POSTS } from '../rows'

/** How many of a brand's posts wait for a review, with the one asked for last; undefined for none. */
export const newestInReview = (
  db: Db,
  brandId: string,
): Promise<{ count: number; at: number; text: string } | undefined> =>
  readFirst(
    { count: whole(), at: whole().surely(), text: text() },
    joined(db, OPEN_POSTS.name as 'open_posts')
      .joinRaw('CROSS JOIN posts ON posts.id = open_posts.post_id')
      .join('wordings', (join) => join.on('wordings.post_id', 'posts.id').andOnVal('wordings.position', 0))
      .where('open_posts.brand_id', brandId)
      .where('posts.approval', 'in-review')
      .whereNotNull('posts.asked_at')
      .whereNull('posts.removed_at')
      .orderBy('posts.asked_at', 'desc')
      .select(['posts.asked_at AS at', 'wordings.text', db.raw('count(*) OVER () AS count')]),
  )
