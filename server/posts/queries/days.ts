import type { Db } from '#server/platform/db'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { joined, readAll } from '#server/platform/db/read'
import { POSTS } from '../rows'

const OF_DAY = {
  for_day: text().surely(),
  ...pick(POSTS, 'for_title', 'almanac_id'),
  posts: whole(),
  post_id: text(),
}
export type PostsOfDay = ShapeOf<typeof OF_DAY>

/**
 * How many of a brand's posts are for each date of the almanac, and the newest, from a day to before
 * another.
 */
export const postsOfDays = (
  db: Db,
  brandId: string,
  { from, to }: { from: string; to: string },
): Promise<PostsOfDay[]> =>
  readAll(
    OF_DAY,
    joined(db, 'posts')
      .where('brand_id', brandId)
      .whereNotNull('for_day')
      .where('for_day', '>=', from)
      .where('for_day', '<', to)
      .whereNull('removed_at')
      .groupBy('for_day', 'for_title', 'almanac_id')
      .select('for_day', 'for_title', 'almanac_id')
      .select(db.raw('count(*) AS posts'), db.raw('max(id) AS post_id')),
  )
