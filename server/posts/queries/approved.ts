import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { text } from '#server/platform/db/tables'

/** Texts that show how a brand writes are neither a word nor an essay. */
const LEAST = 30
const MOST = 1_000
/** So many of the newest are looked at. */
const LOOKED_AT = 200

/**
 * Main texts of posts that people of the brand approved, the last approved first: in a language, `de` for any
 * German, or in none that is said. No post of an order nobody read is among them.
 */
export const approvedTexts = async (
  db: Db,
  brandId: string,
  language: string,
  most: number,
): Promise<string[]> => {
  const newest = joined(db, 'posts')
    .where({ 'posts.brand_id': brandId })
    .whereNotNull('posts.approved_version')
    .whereNull('posts.removed_at')
    .whereNull('posts.order_id')
    .orderBy('posts.id', 'desc')
    .limit(LOOKED_AT)
    .select('posts.id', 'posts.language')
    .as('newest')
  const rows = await readAll(
    { text: text() },
    db
      .from(newest)
      .join('wordings', (join) => join.on('wordings.post_id', 'newest.id').andOnVal('wordings.position', 0))
      .whereRaw(`length(wordings.text) BETWEEN ${LEAST} AND ${MOST}`)
      .whereRaw(`(newest.language IS NULL OR newest.language LIKE ?)`, [`${language}%`])
      .orderBy('newest.id', 'desc')
      .limit(most)
      .select('wordings.text'),
  )
  return rows.map((row) => row.text)
}
