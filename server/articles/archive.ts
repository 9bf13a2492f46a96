import {
  ADDRESS,
  archived,
  between,
  BRAND,
  HTML,
  ID,
  left,
  looseRowOf,
  oneOf,
  rowOf,
  TEXTS,
  type Archived,
} from '#server/platform/archive/kinds'
import { SANITISER_VERSION } from '#core/feed/html'
import {
  ARTICLE_OPENINGS,
  ARTICLE_STATES,
  ARTICLE_TAGS,
  ARTICLES,
  CLIPPING_TAGS,
  POST_TAGS,
  SOURCE_TAGS,
  TAGS,
  WATCH_TAGS,
} from './rows'

/** Articles a brand did something with. What waits, or was passed, its feeds bring again. */
const KEPT = `SELECT article_id FROM article_states
    WHERE brand_id = @brand AND state IN ('read', 'clipped', 'shelved')
  UNION SELECT article_id FROM article_tags WHERE brand_id = @brand
  UNION SELECT article_id FROM clippings WHERE brand_id = @brand AND article_id IS NOT NULL
  UNION SELECT article_id FROM posts WHERE brand_id = @brand AND article_id IS NOT NULL
  UNION SELECT article_id FROM sent_posts WHERE brand_id = @brand AND article_id IS NOT NULL
  UNION SELECT article_id FROM evergreens_passed WHERE brand_id = @brand`
/** A condition for rows about articles: those alone that are archived. */
export const OF_KEPT_ARTICLES = `article_id IN (${KEPT})`

const OF_BRAND = `brand_id = @brand AND ${OF_KEPT_ARTICLES}`
const ofMany = (column: string, table: string): string =>
  `${column} IN (SELECT id FROM ${table} WHERE brand_id = @brand)`

export const articlesArchived: Archived[] = [
  archived(TAGS, { kinds: { id: ID, brand_id: BRAND } }),
  archived(SOURCE_TAGS, {
    key: ['source_id', 'tag_id'],
    which: ofMany('source_id', 'sources'),
    kinds: { source_id: rowOf('sources'), tag_id: rowOf('tags') },
  }),
  archived(WATCH_TAGS, {
    key: ['watch_id', 'tag_id'],
    which: ofMany('watch_id', 'watches'),
    kinds: { watch_id: rowOf('watches'), tag_id: rowOf('tags') },
  }),
  archived(CLIPPING_TAGS, {
    key: ['clipping_id', 'tag_id'],
    which: ofMany('clipping_id', 'clippings'),
    kinds: { clipping_id: rowOf('clippings'), tag_id: rowOf('tags') },
  }),
  archived(POST_TAGS, {
    key: ['post_id', 'tag_id'],
    which: ofMany('post_id', 'posts'),
    kinds: { post_id: rowOf('posts'), tag_id: rowOf('tags') },
  }),
  archived(ARTICLES, {
    which: `id IN (${KEPT})`,
    kinds: {
      id: ID,
      feed_id: rowOf('feeds'),
      url: ADDRESS,
      image: ADDRESS,
      summary_html: HTML,
      content_html: HTML,
      page_html: HTML,
      sanitiser_version: left(SANITISER_VERSION),
      categories_json: TEXTS,
      dating: oneOf('stated', 'missing', 'future'),
      kind: oneOf('text', 'picture', 'video', 'sound', 'document'),
      number: left(null),
      indexed: left(0),
    },
  }),
  archived(ARTICLE_STATES, {
    key: ['brand_id', 'article_id'],
    which: OF_BRAND,
    kinds: {
      brand_id: BRAND,
      article_id: rowOf('articles'),
      state: oneOf('new', 'read', 'clipped', 'shelved', 'passed'),
      feed_id: looseRowOf('feeds'),
      excluded_by: oneOf('words', 'old', 'paused', 'watch'),
      watch_id: looseRowOf('watches'),
    },
  }),
  archived(ARTICLE_TAGS, {
    key: ['brand_id', 'article_id', 'tag_id'],
    which: OF_BRAND,
    kinds: {
      brand_id: BRAND,
      article_id: rowOf('articles'),
      tag_id: rowOf('tags'),
      is_on: between(0, 1),
    },
  }),
  archived(ARTICLE_OPENINGS, {
    key: ['brand_id', 'article_id'],
    which: OF_BRAND,
    kinds: { brand_id: BRAND, article_id: rowOf('articles') },
  }),
]
