import { groupBy } from '#core/grouped'
import { note } from '#shared/messages'
import { isMapOf, isNumber, isText, readJson, type Is } from '#shared/platform/json'
import { articlesByGuids, insertCheckedArticles } from '#server/articles'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { SqlValue, Values } from '#server/platform/db/tables'
import { takeFeed } from '#server/sources'
import * as store from './queries/archives'
import type { ArchiveIdRow, ArchiveRow } from './rows'
import type { PartFault, Placing } from './types'

/** What is left to be inserted, what was placed in another way, and what goes to another table after it. */
interface Way {
  rows: Placing[]
  stored?: number
  faults: PartFault[]
  also?: { table: string; rows: Values[] }
}

/** Tables whose rows are not simply inserted: what is everybody's, or what names it. */
export const OWN_WAYS: Readonly<
  Record<string, (db: Db, archive: ArchiveRow, rows: Placing[]) => Promise<Way>>
> = { brands: placeBrand, feeds: placeFeeds, articles: placeArticles, clippings: placeClippings }

const textOf = (row: Values, column: string): string => String(row[column])

/** The brand is on hold, and nobody sees it until all is read. */
function placeBrand(_: Db, __: ArchiveRow, [first, ...more]: Placing[]): Promise<Way> {
  const hidden = { created_at: now(), removed_at: now(), hold_reason: JSON.stringify([note('archive.hold')]) }
  return Promise.resolve({
    rows: first ? [{ ...first, values: { ...first.values, ...hidden } }] : [],
    faults: more.map(({ at }) => ({ row: at, column: '' })),
  })
}

async function placeFeeds(db: Db, archive: ArchiveRow, rows: Placing[]): Promise<Way> {
  const faults: PartFault[] = []
  const known: ArchiveIdRow[] = []
  for (const { at, values } of rows) {
    const anew = textOf(values, 'id')
    const id = await takeFeed(db, {
      id: anew,
      url: textOf(values, 'url'),
      title: values['title'] === null ? null : textOf(values, 'title'),
      kind: values['kind'] === 'mail' ? 'mail' : 'web',
    })
    if (id === null) faults.push({ row: at, column: 'url' })
    else if (id !== anew) known.push(standsFor(archive, anew, id))
  }
  await store.keepIds(db, known)
  return { rows: [], stored: rows.length - faults.length, faults }
}

const standsFor = (
  archive: ArchiveRow,
  anew: string,
  id: string | null,
  content: Values | null = null,
): ArchiveIdRow => ({
  archive_id: archive.id,
  anew,
  stands_for: id,
  content_json: content === null ? null : JSON.stringify(content),
})

/**
 * Articles of a feed that came with the archive are stored. A feed that was here already is read by others
 * too, and holds what it brought and nothing else: of its articles those it has are the same ones, and of any
 * other what clippings need is kept.
 */
async function placeArticles(db: Db, archive: ArchiveRow, rows: Placing[]): Promise<Way> {
  const ids: ArchiveIdRow[] = []
  for (const [feedId, ofFeed] of groupBy(rows, ({ values }) => textOf(values, 'feed_id'))) {
    const articles = ofFeed.map(({ values }) => values)
    const cameAlong = ofFeed.every(({ read }) => read['feed_id'] === feedId)
    if (cameAlong) await insertCheckedArticles(db, feedId, articles)
    const guids = articles.map((article) => textOf(article, 'guid'))
    const there = new Map((await articlesByGuids(db, feedId, guids)).map(({ guid, id }) => [guid, id]))
    for (const article of articles) {
      const anew = textOf(article, 'id')
      const id = there.get(textOf(article, 'guid')) ?? null
      if (id !== anew) ids.push(standsFor(archive, anew, id, id === null ? article : null))
    }
  }
  await store.keepIds(db, ids)
  const lost = new Set(ids.flatMap(({ anew, stands_for }) => (stands_for === null ? anew : [])))
  const faults = rows.flatMap(({ at, values }) =>
    lost.has(textOf(values, 'id')) ? { row: at, column: 'feed_id' } : [],
  )
  return { rows: [], stored: rows.length - faults.length, faults }
}

const isSqlValue: Is<SqlValue> = (value): value is SqlValue =>
  value === null || isText(value) || isNumber(value)

/** A clipping of an article that has no place keeps the article's words as a page's. */
async function placeClippings(db: Db, archive: ArchiveRow, rows: Placing[]): Promise<Way> {
  const lost = rows.filter(({ values, read }) => values['article_id'] === null && read['article_id'] !== null)
  const kept = await store.keptIds(
    db,
    archive.id,
    lost.map(({ read }) => textOf(read, 'article_id')),
  )
  const contents: Values[] = []
  for (const { values, read } of lost) {
    const article = kept.get(textOf(read, 'article_id'))?.content_json
    if (values['kind'] === 'article') values['kind'] = 'page'
    if (article) contents.push(contentOf(archive, values, readJson(article, isMapOf(isSqlValue))))
  }
  return { rows, faults: [], also: { table: 'clipping_contents', rows: contents } }
}

const contentOf = (archive: ArchiveRow, clipping: Values, article: Values): Values => ({
  clipping_id: clipping['id'] ?? null,
  brand_id: archive.brand_id,
  link_key: article['link_key'] ?? null,
  url: article['url'] ?? null,
  title: article['title'] ?? '',
  author: article['author'] ?? null,
  site: null,
  description: '',
  text: article['text'] ?? '',
  language: article['language'] ?? null,
  published_at: article['published_at'] ?? null,
  pictures_json: '[]',
  picture_url: article['image'] ?? null,
  video_json: null,
  pages: null,
})
