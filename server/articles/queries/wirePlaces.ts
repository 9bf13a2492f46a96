import type { Knex } from 'knex'
import type { Show } from '#shared/articles/shows'
import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { pick, whole, type ShapeOf } from '#server/platform/db/tables'
import { IN_FORCE } from '../marks'
import { ARTICLES, type ArticleRow } from '../rows'
import { EXCLUDED_BY, FROM_BRAND, visible } from './articles'
import { hasTag } from './tags'

export type WireOrder = 'newest' | 'oldest' | 'waiting'
type Kind = ArticleRow['kind']

export interface WireFilter {
  show: Show
  watchId?: string | null
  tagId?: string | null
  /** The time now, in milliseconds: marks are in force for a time. */
  now: number
  sourceId?: string | null
  /** Name of a folder of the brand's sources. */
  folder?: string | null
  /** The brand's own content, or others'; both for null. */
  own?: boolean | null
  /** Hosts of its own sites: what stands there is its own, whatever source it came by. */
  ownSites?: string[]
  kind?: Kind | null
  language?: string | null
  region?: string | null
  /** Only articles with these numbers: those that hold words asked for. */
  numbers?: number[] | null
  /** Only articles from this instant on, in milliseconds. */
  since?: number | null
  order?: WireOrder
  /** Only articles behind this one in the order. */
  after: { at: number; id: string } | null
  limit: number
}

/**
 * Where an article stands in a list: what its order and turns need, and no more, so that sorting moves
 * little.
 */
const WIRE_PLACE = {
  ...pick(ARTICLES, 'id', 'feed_id', 'at', 'first_seen_at'),
  state: FROM_BRAND.state,
  excluded_by: FROM_BRAND.excluded_by,
}
export type WirePlace = ShapeOf<typeof WIRE_PLACE>

/** One stretch of the Wire in its order, as places alone; `articlesAt` gives what they hold. */
export async function wirePlaces(db: Db, brandId: string, filter: WireFilter): Promise<WirePlace[]> {
  const isOpen = filter.show === 'open' && !filter.numbers
  const column = `${isOpen ? 'undecided' : 'articles'}.${filter.order === 'waiting' ? 'first_seen_at' : 'at'}`
  const id = isOpen ? 'undecided.article_id' : 'articles.id'
  const direction = filter.order === 'oldest' || filter.order === 'waiting' ? 'asc' : 'desc'
  const query = visible(
    db,
    brandId,
    filter.numbers ? numbered(db, filter.numbers) : db.raw(await walkedTable(db, brandId, filter)),
  )
  if (isOpen) query.where('undecided.brand_id', brandId)
  narrow(db, query, filter)
  if (filter.after)
    query.whereRaw(`(${column}, ${id}) ${direction === 'asc' ? '>' : '<'} (?, ?)`, [
      filter.after.at,
      filter.after.id,
    ])
  return readAll(
    WIRE_PLACE,
    query
      .orderBy(column, direction)
      .orderBy(id, direction)
      .limit(filter.limit)
      .select(
        'articles.id',
        'articles.feed_id',
        'articles.at',
        'articles.first_seen_at',
        'article_states.state',
        db.raw(EXCLUDED_BY),
      ),
  )
}

/** Articles found by their numbers, before anything else is looked at. */
const numbered = (db: Db, numbers: number[]): Knex.Raw =>
  db.raw('json_each(?) AS hits CROSS JOIN articles ON articles.number = hits.value', [
    JSON.stringify(numbers),
  ])

/** What a list shows of an article; of its HTML the beginning is enough. */

/**
 * Where the articles are taken from. Who wants much of what is kept finds it by walking through time; who
 * wants little of it, by looking at those few feeds or rows. What waits for a decision stands in a table of
 * its own.
 */
async function walkedTable(db: Db, brandId: string, filter: WireFilter): Promise<string> {
  const order = filter.order === 'waiting' ? 'first_seen' : 'time'
  if (filter.show === 'open') {
    const walk = (await wantsMuch(db, brandId, filter)) ? ` INDEXED BY undecided_by_${order} CROSS` : ''
    return `undecided${walk} JOIN articles ON articles.id = undecided.article_id`
  }
  return filter.show === 'all' && (await wantsMuch(db, brandId, filter))
    ? `articles INDEXED BY articles_by_${order}`
    : 'articles'
}

function narrow(db: Db, query: Knex.QueryBuilder, filter: WireFilter): void {
  narrowToShow(query, filter.show)
  narrowToSources(db, query, filter)
  narrowToOwn(query, filter)
  if (filter.kind) query.where('articles.kind', filter.kind)
  if (filter.language) {
    const language = 'coalesce(sources.language, articles.language)'
    query.whereRaw(`(${language} = ? OR ${language} LIKE ?)`, [filter.language, `${filter.language}-%`])
  }
  if (filter.since) query.where('articles.at', '>=', filter.since)
  if (filter.watchId)
    query.whereExists(
      db('watch_marks')
        .whereRaw('watch_marks.article_id = articles.id')
        .where('watch_id', filter.watchId)
        .whereRaw(IN_FORCE, [filter.now, filter.now])
        .select(db.raw('1')),
    )
  if (filter.tagId) query.whereRaw(...hasTag(filter.tagId, filter.now))
}

// The key of an address begins with `https://` and has its host in lower case.
const HOST = `substr(articles.link_key, 9, instr(substr(articles.link_key, 9) || '/', '/') - 1)`

/** Narrows a query over a brand's articles to its own, or to others'. */
function narrowToOwn(query: Knex.QueryBuilder, { own, ownSites = [] }: WireFilter): void {
  if (own === undefined || own === null) return
  const conditions = ['sources.own = 1', ...ownSites.map(() => `${HOST} = ? OR ${HOST} LIKE ?`)]
  query.whereRaw(`coalesce(${conditions.join(' OR ')}, 0) = ?`, [
    ...ownSites.flatMap((site) => [site, `%.${site}`]),
    own ? 1 : 0,
  ])
}

/** Narrows a query over a brand's sources to those that are wanted. */
function narrowToSources(db: Db, query: Knex.QueryBuilder, filter: WireFilter): void {
  if (filter.sourceId) query.where('sources.id', filter.sourceId)
  if (filter.region) query.where('sources.region', filter.region)
  if (filter.folder)
    query.whereExists(
      db('source_folders')
        .join('folders', 'folders.id', 'source_folders.folder_id')
        .whereRaw('source_folders.source_id = sources.id')
        .where('folders.name', filter.folder)
        .select(db.raw('1')),
    )
}

/** Narrows a query over a brand's articles and their states to what a list shows. */
export function narrowToShow(query: Knex.QueryBuilder, show: Show): void {
  if (show === 'open') query.whereRaw(`coalesce(article_states.state, 'new') IN ('new', 'read')`)
  else if (show === 'left-out')
    query.where('article_states.state', 'passed').whereNotNull('article_states.excluded_by')
  else if (show !== 'all') query.where('article_states.state', show).whereNull('article_states.excluded_by')
}

/**
 * Whether walking through time costs less than sorting what the wanted sources hold. Of n articles, w of them
 * wanted, a page of 60 is found within about 60 n / w steps; sorting takes w.
 */
async function wantsMuch(db: Db, brandId: string, filter: WireFilter): Promise<boolean> {
  const wanted = joined(db, 'sources')
    .join('feeds', 'feeds.id', 'sources.feed_id')
    .where('sources.brand_id', brandId)
    .whereNull('sources.removed_at')
  narrowToSources(db, wanted, filter)
  if (filter.own && !filter.ownSites?.length) wanted.where('sources.own', 1)
  const [row] = await readAll(
    { wanted: whole().orNull(), everything: whole().orNull() },
    wanted.select(
      db.raw('sum(feeds.articles) AS wanted'),
      db.raw('(SELECT sum(articles) FROM feeds) AS everything'),
    ),
  )
  const [some, all] = [Number(row?.wanted ?? 0), Number(row?.everything ?? 0)]
  return some * some > 100 * all
}
