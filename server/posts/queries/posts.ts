import type { DeliveryState } from '#shared/delivery/states'
import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, text, whole, type ShapeOf } from '#server/platform/db/tables'
import { OPEN_POSTS, POSTS, type PostRow } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** A brand’s post that is not removed; undefined for any other. */
export const postById = (db: Db, brandId: string, id: string): Promise<PostRow | undefined> =>
  db('posts').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** A brand’s posts of these ids, removed ones too. */
export const postsByIds = (db: Db, brandId: string, ids: string[]): Promise<PostRow[]> =>
  db('posts')
    .where({ brand_id: brandId })
    .whereRaw('id IN ?', [listOf(db, ids)])

/** Whether a post with this id is any brand's, removed or not. */
export const anyPost = (db: Db, id: string): Promise<PostRow | undefined> => db('posts').where({ id }).first()

/** In a line, or among the evergreens: nobody has to line it up any more. */
const LINED = `(EXISTS (SELECT 1 FROM lines WHERE lines.post_id = posts.id)
  OR EXISTS (SELECT 1 FROM evergreens WHERE evergreens.post_id = posts.id))`
const DELIVERED =
  "EXISTS (SELECT 1 FROM deliveries WHERE deliveries.post_id = posts.id AND deliveries.state <> 'not-sent')"

// Of the accounts chosen for a post: whether there are any, and any without a line, a delivery and a turn.
const chosenAnd = (more: string): string =>
  `EXISTS (SELECT 1 FROM proofs JOIN accounts ON accounts.id = proofs.account_id
    AND accounts.removed_at IS NULL WHERE proofs.post_id = posts.id AND proofs.chosen = 1${more})`
const CHOSEN = chosenAnd('')
const NOWHERE_YET = `NOT EXISTS (SELECT 1 FROM lines WHERE lines.post_id = posts.id
    AND lines.account_id = proofs.account_id)
  AND NOT EXISTS (SELECT 1 FROM evergreens WHERE evergreens.post_id = posts.id
    AND evergreens.account_id = proofs.account_id)
  AND NOT EXISTS (SELECT 1 FROM deliveries WHERE deliveries.post_id = posts.id
    AND deliveries.account_id = proofs.account_id AND deliveries.state <> 'not-sent')`
const UNLINED = chosenAnd(` AND ${NOWHERE_YET}`)

/**
 * The post that is being written about an article: the one last worked on that is neither lined up nor handed
 * to a network.
 */
export const draftOfArticle = (db: Db, brandId: string, articleId: string): Promise<PostRow | undefined> =>
  db('posts')
    .where({ brand_id: brandId, article_id: articleId })
    .whereNull('removed_at')
    .whereNotNull('saved_at')
    .whereRaw(`NOT ${LINED} AND NOT ${DELIVERED}`)
    .orderBy('saved_at', 'desc')
    .first()

/**
 * The places that approved posts are still to be given: each post with each account chosen for it where it
 * stands in no line, went out to nobody and takes no turns. Those saved first come first.
 */
export const approvedUnlined = (
  db: Db,
  brandId: string,
  limit: number,
): Promise<{ post_id: string; account_id: string }[]> =>
  readAll(
    { post_id: text(), account_id: text() },
    joined(db, 'posts')
      .join('proofs', (join) => join.on('proofs.post_id', 'posts.id').andOnVal('proofs.chosen', 1))
      .join('accounts', (join) =>
        join.on('accounts.id', 'proofs.account_id').andOnNull('accounts.removed_at'),
      )
      .where({ 'posts.brand_id': brandId, 'posts.approval': 'approved' })
      .whereNull('posts.removed_at')
      .whereNotNull('posts.saved_at')
      .whereRaw('posts.approved_version = posts.version')
      .whereRaw(NOWHERE_YET)
      .orderBy(['posts.saved_at', 'posts.id', 'accounts.position'])
      .limit(limit)
      .select('posts.id as post_id', 'proofs.account_id'),
  )

/** How far the posts about these articles have come: of each the furthest. */
export async function postsAbout(
  db: Db,
  brandId: string,
  articleIds: string[],
): Promise<Map<string, 'draft' | 'lined-up' | 'sent'>> {
  const sent =
    "EXISTS (SELECT 1 FROM deliveries WHERE deliveries.post_id = posts.id AND deliveries.state IN ('sent', 'in-part'))"
  const rows = await readAll(
    { article_id: text().surely(), stage: whole() },
    joined(db, 'posts')
      .where({ brand_id: brandId })
      .whereNull('removed_at')
      .whereRaw('article_id IN ?', [listOf(db, articleIds)])
      .groupBy('article_id')
      .select(
        'article_id',
        db.raw(`max(CASE WHEN ${sent} THEN 2 WHEN ${LINED} OR ${DELIVERED} THEN 1 ELSE 0 END) AS stage`),
      ),
  )
  return new Map(
    rows.map(({ article_id, stage }) => [article_id, (['draft', 'lined-up', 'sent'] as const)[stage]!]),
  )
}

const FOUND_POST = { ...pick(POSTS, 'id', 'saved_at'), text: text(), stage: whole() }
export type FoundPost = ShapeOf<typeof FOUND_POST>

/** Posts in whose words each of these stands, those worked on last first. */
export function postsWithWords(
  db: Db,
  brandId: string,
  words: string[],
  limit: number,
): Promise<FoundPost[]> {
  const query = joined(db, 'posts')
    .join('wordings', 'wordings.post_id', 'posts.id')
    .where('posts.brand_id', brandId)
    .whereNull('posts.removed_at')
    .whereNotNull('posts.saved_at')
  for (const word of words)
    query.whereRaw(`wordings.text LIKE ? ESCAPE '\\'`, [`%${word.replace(/[\\%_]/g, '\\$&')}%`])
  return readAll(
    FOUND_POST,
    query
      .groupBy('posts.id')
      .orderBy('posts.saved_at', 'desc')
      .limit(limit)
      .select(
        'posts.id',
        'posts.saved_at',
        db.raw('min(wordings.text) AS text'),
        db.raw(`CASE WHEN ${DELIVERED} THEN 2 WHEN ${LINED} THEN 1 ELSE 0 END AS stage`),
      ),
  )
}

const MADE_FROM = {
  post_id: POSTS.columns.id,
  saved_at: POSTS.columns.saved_at,
  line_id: text().orNull(),
  delivery_state: text<DeliveryState>().orNull(),
  at: whole().orNull(),
  url: text().orNull(),
  account: text().orNull(),
}
export type MadeFrom = ShapeOf<typeof MADE_FROM>

/** Posts made from a clipping or its article, by account as far as they are in line or went out. */
export const postsMadeFrom = (
  db: Db,
  brandId: string,
  clippingId: string,
  articleId: string | null,
  most: number,
): Promise<MadeFrom[]> => {
  const made = joined(db, 'posts')
    .where('posts.brand_id', brandId)
    .whereNull('posts.removed_at')
    .whereNotNull('posts.saved_at')
    .where((either) => {
      either.whereRaw('EXISTS (SELECT 1 FROM json_each(posts.clippings_json) AS made WHERE made.value = ?)', [
        clippingId,
      ])
      if (articleId !== null) either.orWhere('posts.article_id', articleId)
    })
    .select('posts.id', 'posts.saved_at')
  return readAll(
    MADE_FROM,
    db
      .with('made', made)
      .from('made')
      .joinRaw(
        `LEFT JOIN (SELECT post_id, account_id, id AS line_id, NULL AS delivery_state, NULL AS at, NULL AS url
           FROM lines
         UNION ALL SELECT post_id, account_id, NULL, state, coalesce(sent_at, due_at), remote_url
           FROM deliveries
           WHERE state NOT IN ('not-sent', 'back-in-line', 'given-up', 'taken-back')
         ) AS goes ON goes.post_id = made.id`,
      )
      .leftJoin('accounts', 'accounts.id', 'goes.account_id')
      .orderBy('made.saved_at', 'desc')
      .limit(most)
      .select(
        'made.id as post_id',
        'made.saved_at',
        'goes.line_id',
        'goes.delivery_state',
        'goes.at',
        'goes.url',
        'accounts.name as account',
      ),
  )
}

/** Ids of a post's tags with commas between; null for none. */
export const TAG_IDS = `(SELECT group_concat(tag_id) FROM post_tags
  WHERE post_tags.post_id = posts.id) AS tag_ids`

const DESK_POST = {
  ...POSTS.columns,
  text: text(),
  title: text().orNull(),
  outlet: text().orNull(),
  saver: text().orNull(),
  lined: whole(),
  tag_ids: text().orNull(),
  picture_id: text().orNull(),
}
export type DeskPost = ShapeOf<typeof DESK_POST>

/** Those that may be there lead: with years of posts, looking at each took a tenth of a second. */
const onDesk = (db: Db, brandId: string) =>
  joined(db, OPEN_POSTS.name as 'open_posts')
    .joinRaw('CROSS JOIN posts ON posts.id = open_posts.post_id')
    .where('open_posts.brand_id', brandId)
    .where('posts.brand_id', brandId)
    .whereNull('posts.removed_at')
    .whereNotNull('posts.saved_at')
    .whereRaw(
      `(posts.approval <> 'approved' OR posts.approved_version <> posts.version OR NOT ${CHOSEN} OR ${UNLINED})`,
    )

/**
 * Posts a brand has on its Desk: being written, in review, sent back, or approved and not in line everywhere;
 * the oldest asked for review first.
 */
export const postsOnDesk = (db: Db, brandId: string, limit: number): Promise<DeskPost[]> =>
  readAll(
    DESK_POST,
    onDesk(db, brandId)
      .join('wordings', (join) => join.on('wordings.post_id', 'posts.id').andOnVal('wordings.position', 0))
      .leftJoin('articles', 'articles.id', 'posts.article_id')
      .leftJoin('feeds', 'feeds.id', 'articles.feed_id')
      .leftJoin('sources', (join) =>
        join
          .on('sources.feed_id', 'articles.feed_id')
          .andOn('sources.brand_id', 'posts.brand_id')
          .andOnNull('sources.removed_at'),
      )
      .leftJoin('people', 'people.id', 'posts.saved_by')
      .orderByRaw(
        `CASE posts.approval WHEN 'in-review' THEN 0 WHEN 'sent-back' THEN 1 ELSE 2 END,
         CASE posts.approval WHEN 'in-review' THEN posts.asked_at ELSE -posts.saved_at END`,
      )
      .limit(limit)
      .select([
        'posts.*',
        'wordings.text',
        db.raw('coalesce(articles.title, posts.link_title) AS title'),
        db.raw('coalesce(sources.label, feeds.title) AS outlet'),
        db.raw('people.name AS saver'),
        db.raw('(SELECT count(*) FROM lines WHERE lines.post_id = posts.id) AS lined'),
        db.raw(TAG_IDS),
        db.raw(
          '(SELECT picture_id FROM post_pictures WHERE post_pictures.post_id = posts.id ORDER BY position LIMIT 1) AS picture_id',
        ),
      ]),
  )

/** How many posts are on the brand’s Desk. */
export const countOnDesk = async (db: Db, brandId: string): Promise<number> =>
  Number((await readFirst({ n: whole() }, onDesk(db, brandId).count({ n: '*' })))?.n ?? 0)

/** The hashtags of each post since then, as they are stored. */
export const hashtagsOfPosts = async (db: Db, brandId: string, since: number): Promise<string[]> =>
  (
    await db('posts')
      .where({ brand_id: brandId })
      .where('created_at', '>=', since)
      .whereNot('hashtags_json', '[]')
      .select('hashtags_json')
  ).map((row) => row.hashtags_json)

const ABOUT_POST = {
  ...pick(POSTS, 'id', 'campaign_id', 'order_id'),
  tag_ids: text().orNull(),
  authorName: text(),
  source: text().orNull(),
}
export type AboutPost = ShapeOf<typeof ABOUT_POST>

/** Who made posts, and whose articles they are about. */
export const aboutPosts = (db: Db, brandId: string, ids: string[]): Promise<AboutPost[]> =>
  readAll(
    ABOUT_POST,
    joined(db, 'posts')
      .join('people', 'people.id', 'posts.created_by')
      .leftJoin('articles', 'articles.id', 'posts.article_id')
      .leftJoin('feeds', 'feeds.id', 'articles.feed_id')
      .leftJoin('sources', (join) =>
        join
          .on('sources.feed_id', 'articles.feed_id')
          .andOn('sources.brand_id', 'posts.brand_id')
          .andOnNull('sources.removed_at'),
      )
      .where('posts.brand_id', brandId)
      .whereRaw('posts.id IN ?', [listOf(db, ids)])
      .select([
        'posts.id',
        'posts.campaign_id',
        'posts.order_id',
        db.raw(TAG_IDS),
        db.raw('people.name AS authorName'),
        db.raw('coalesce(sources.label, feeds.title) AS source'),
      ]),
  )
