// What tables and queries say that they hold, against a data file in its newest form: SQLite itself says the
// names, types and emptiness of every column that a query answers (sqlite3_column_origin_name and its kin).
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import Database from 'better-sqlite3'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { openDb } from '#server/platform/db/sqlite/open'
import { watchReads } from '#server/platform/db/read'
import { stopReading } from '#server/platform/db/sqlite/readApart'
import * as almanac from '#server/almanac/queries/almanac'
import { postsOfDays } from '#server/posts/queries/days'
import { postsOfCampaigns, resultsOfCampaign, sentInDays } from '#server/posts/queries/campaigns'
import '#server/archives/rows'
import { ARCHIVED, NOT_ARCHIVED } from '#server/archives/tables'
import { tables, type Columns } from '#server/platform/db/tables'
import type { Db } from '#server/platform/db'
import * as articles from '#server/articles/queries/articles'
import { unreadByWatch } from '#server/articles/queries/unread'
import { wirePlaces, type WireFilter } from '#server/articles/queries/wirePlaces'
import * as search from '#server/articles/queries/search'
import * as tags from '#server/articles/queries/tags'
import { leftToMatch } from '#server/articles/queries/toMatch'
import * as clippings from '#server/clippings/queries/clippings'
import { clippingFolders } from '#server/clippings/queries/folders'
import * as savedLists from '#server/clippings/queries/savedLists'
import { clippingsWithWords } from '#server/clippings/queries/search'
import * as contents from '#server/clippings/queries/contents'
import * as batches from '#server/batches/queries/batches'
import { calendarsOf } from '#server/calendars/queries/calendars'
import * as evergreens from '#server/evergreens/queries/evergreens'
import * as deliveries from '#server/delivery/queries/deliveries'
import { lettersOf } from '#server/letters/queries/letters'
import * as accounts from '#server/networks/queries/accounts'
import { askedBy } from '#server/notices/queries/mailAddresses'
import * as brands from '#server/people/queries/brands'
import { hasSignedInFrom } from '#server/people/queries/people'
import * as orderArticles from '#server/orders/queries/articles'
import * as orderLog from '#server/orders/queries/log'
import * as orders from '#server/orders/queries/orders'
import * as unseenPosts from '#server/orders/queries/unseen'
import * as listed from '#server/posts/queries/listed'
import * as postDocs from '#server/posts/queries/postDocs'
import * as posts from '#server/posts/queries/posts'
import * as queueItems from '#server/posts/queries/queueItems'
import * as ownTelling from '#server/notices/queries/ownTelling'
import * as review from '#server/posts/queries/review'
import * as approved from '#server/posts/queries/approved'
import * as drafts from '#server/drafting/queries/drafts'
import * as wishes from '#server/drafting/queries/wishes'
import * as dispatches from '#server/recipients/queries/dispatches'
import * as recipientEvents from '#server/recipients/queries/events'
import * as recipients from '#server/recipients/queries/recipients'
import * as folders from '#server/sources/queries/folders'
import * as imports from '#server/sources/queries/imports'
import { reportOf, reportsOf } from '#server/reports/queries/reports'
import { accountsToAsk, nextAskAt } from '#server/results/queries/accountsToAsk'
import * as resultRows from '#server/results/queries/resultRows'
import * as sentPosts from '#server/results/queries/sentPosts'
import { shortLinkByCode } from '#server/results/queries/shortLinks'
import { sourceOfArticle, sourcesOf } from '#server/sources/queries/sources'
import { watchedArticles } from '#server/watches/queries/watchedArticles'
import { openRun } from '#server/watches/queries/watchRuns'
import * as watches from '#server/watches/queries/watches'
import * as watchSearch from '#server/watches/queries/watchSearch'
import '#server/platform/changes/rows'
import '#server/platform/jobs/rows'
import '#server/capture/rows'
import '#server/evergreens/rows'
import '#server/reports/rows'
import '#server/results/rows'
import '#server/tokens/rows'

interface Seen {
  place: string
  shape: Columns
  sql: string
}

// Before anything reads the settings: where the data is, and the built threads that read apart.
const folder = await vi.hoisted(async () => {
  const { mkdtempSync } = await import('node:fs')
  const { tmpdir } = await import('node:os')
  const made = mkdtempSync(`${tmpdir()}/quill-queries-`)
  process.env['QUILL_DATA_DIR'] = made
  process.env['QUILL_THREAD_FILE'] = `${process.cwd()}/.output/server/work/thread.mjs`
  return made
})
const root = fileURLToPath(new URL('../..', import.meta.url))
const file = join(folder, 'quill.sqlite')
const seen: Seen[] = []
const failed: string[] = []
let db: Db
let plain: InstanceType<typeof Database>

/** The line of the product that asked: the first one outside the reader. */
const placeOf = (stack: string): string =>
  /(?<!tests)\/(server\/(?!platform\/db\/read)[^:)]+:\d+)/.exec(stack)?.[1] ?? ''

const FILTER: WireFilter = { show: 'all', now: 1, after: null, limit: 10 }
/** Each query once: what it is asked with need not be there. */
const ASKED: (() => Promise<unknown>)[] = [
  () => almanac.calendarsOf(db, 'b'),
  () => almanac.calendarsDue(db, 0, 1),
  () => almanac.placesMadeElse(db, ''),
  () => almanac.calendarDaysBetween(db, 'b', { from: '', to: '', most: 1 }),
  () => postsOfDays(db, 'b', { from: '', to: '' }),
  () => postsOfCampaigns(db, 'b'),
  () => postDocs.tagsOfPosts(db, ['p']),
  () => resultsOfCampaign(db, 'b', 'c'),
  () => sentInDays(db, 'b', 'c', { start: 0, end: 0 }),
  () => orders.ordersAtWork(db),
  () => orderLog.spreadFrom(db, 'b', 0),
  () => orderLog.loggedOf(db, 'b', { orderId: 'o', outcome: 'done', before: 'i', runId: 'r', limit: 1 }),
  () => orderLog.countDone(db, 'b', 0),
  () => orderArticles.factsOf(db, 'b', ['a']),
  () =>
    orderArticles.triggering(
      db,
      'b',
      { feeds: ['f'], watches: ['w'], tags: ['t'] },
      { since: 0, now: 1, most: 1 },
    ),
  () => orderArticles.textsOfArticles(db, ['a']),
  () => orderArticles.sharedArticles(db, 'b', ['a']),
  () => orderArticles.newestOf(db, 'b', 1),
  () => unseenPosts.unseenPosts(db, 'b', 1),
  () => unseenPosts.countUnseen(db, 'b'),
  () => unseenPosts.unseenOf(db, 'b', ['p']),
  () => lettersOf(db, 'l', 1),
  () => wirePlaces(db, 'b', FILTER),
  () => wirePlaces(db, 'b', { ...FILTER, show: 'open', order: 'waiting', own: true, tagId: 't' }),
  () => articles.articlesAt(db, 'b', ['a']),
  () => articles.articleForBrand(db, 'b', 'a'),
  () => articles.statesOfArticles(db, 'b', ['a']),
  () => unreadByWatch(db, 'b', 1),
  () => articles.articlesWhole(db, 'b', ['a']),
  () => search.newestMatches(db, 'word'),
  () =>
    search.searchArticles(db, 'b', {
      match: 'word',
      matchTitle: 'word',
      show: 'all',
      sourceId: null,
      since: null,
      limit: 1,
    }),
  () => tags.tagsOfArticles(db, 'b', ['a'], 1),
  () => tags.countTagged(db, 'b', 't', 1),
  () => tags.originsOfTags(db, 'b'),
  () => shortLinkByCode(db, 'c'),
  () => deliveries.uncountedDeliveries(db, 1),
  () => deliveries.takenBackDeliveries(db, 1),
  () => sentPosts.accountsToRead(db, 1),
  () => sentPosts.nextReadingAt(db),
  () => sentPosts.postsToRead(db, 'a', 1, 1),
  () => accountsToAsk(db, 1),
  () => nextAskAt(db),
  () => resultRows.sentPostsBetween(db, 'b', 1, 2),
  () => resultRows.resultPostsBetween(db, 'b', 1, 2),
  () => resultRows.responsesOfWordings(db, 'b', ['p'], 1),
  () => calendarsOf(db, 'b'),
  () => batches.batchesOf(db, 'b'),
  () => batches.countRows(db, ['b']),
  () => batches.cellsOf(db, 'b', 5),
  () => batches.plannedOf(db, 'b'),
  () => batches.waitingPictures(db, 5),
  () => batches.countOf(db, 'b', null),
  () => evergreens.evergreensOfBrand(db, 'b'),
  () => evergreens.showingsOf(db, 'b'),
  () => evergreens.showingsOfPost(db, 'b', 'p', 1),
  () => evergreens.wordingsOfPosts(db, ['p']),
  () => folders.folderNamesOfSources(db, 'b'),
  () => evergreens.ownArticles(db, 'b', 0, 1),
  () => evergreens.ownArticlesOf(db, 'b', ['a']),
  () => resultRows.accountReadingsOf(db, 'b'),
  () => reportsOf(db, 'b', 1),
  () => reportOf(db, 'b', 'r'),
  () => resultRows.articlesBySource(db, 'b', 1, 2),
  () => sourceOfArticle(db, 'b', 'a'),
  () => tags.tagsOfTagger(db, 'watch_tags', 'w'),
  () => tags.namesByTagger(db, 'source_tags', 'b'),
  () => leftToMatch(db, 1, 1),
  () => clippings.clippingsFor(db, 'b', ['c'], 'a'),
  () =>
    clippings.clippingsOf(db, 'b', {
      show: 'waiting',
      folderId: 'f',
      kind: 'page',
      text: 'x',
      written: true,
      tagId: 't',
      now: 1,
      limit: 1,
    }),
  () => clippingFolders(db, 'b'),
  () => clippings.allClippings(db, 'b', 1),
  () => clippings.clippingsToWrite(db, 'b', 1),
  () => clippingsWithWords(db, 'b', 'word', 1),
  () => savedLists.countItems(db, 'l'),
  () => savedLists.countStanding(db, 'l'),
  () => savedLists.waitingItems(db, 1),
  () => contents.passagesOfLink(db, 'b', 'k'),
  () => posts.postsMadeFrom(db, 'b', 'c', 'a', 1),
  () => clippings.tagsOfClippings(db, ['c']),
  () => contents.clippingsAbout(db, 'b', 'k', 'a'),
  () => contents.picturesDue(db, 1, 1),
  () => articles.articleOfLink(db, 'b', 'k'),
  () => deliveries.sentOfLink(db, 'b', 'k'),
  () => clippings.countClippings(db, 'b'),
  () => deliveries.sentOfArticle(db, 'b', 'a'),
  () => deliveries.sentOfFeed(db, 'b', 'f', 'a', 1),
  () => deliveries.sentTexts(db, 'b', 'a', 1, 1),
  () => accounts.slotsOf(db, 'b'),
  () => accounts.boardsNamed(db, 'b'),
  () => askedBy(db, 'hash'),
  () => brands.brandsOf(db, 'p'),
  () => brands.roleOf(db, 'b', 'p'),
  () => brands.mayFound(db, 'p'),
  () => hasSignedInFrom(db, 'nell@example.org', 'hash'),
  () => postDocs.proofsOf(db, ['p']),
  () => postDocs.eventsOf(db, ['p']),
  () => queueItems.queueItemsOfBrand(db, 'b'),
  () => queueItems.queueItemById(db, 'b', 'l'),
  () => queueItems.queueItemOfPost(db, 'b', 'p', 'a', 0),
  () => posts.postsAbout(db, 'b', ['a']),
  () => posts.postsWithWords(db, 'b', ['word'], 1),
  () => posts.postsOnDesk(db, 'b', 1),
  () => posts.approvedUnlined(db, 'b', 1),
  () => listed.sentStamp(db, 'b'),
  () => posts.countOnDesk(db, 'b'),
  () => posts.aboutPosts(db, 'b', ['p']),
  () => queueItems.sendingsOfPosts(db, 'b', ['p']),
  () => deliveries.deliveriesShown(db, 'b', 0, 1),
  () => listed.sentKeys(db, 'b'),
  () => listed.sentWithWords(db, 'b', 'w'),
  () => listed.sentTextsByIds(db, 'b', ['d'], 9),
  () => approved.approvedTexts(db, 'b', 'en', 1),
  () => drafts.draftsAbout(db, 'b', 'a'),
  () => drafts.draftsForPost(db, 'b', 'p'),
  () => wishes.wishesDue(db, 0, 1),
  () => recipients.recipientsDue(db, 0),
  () => recipientEvents.listenersOf(db, 'b', 'post.sent'),
  () => recipientEvents.brandsListening(db, 'f', 'article.marked'),
  () => recipientEvents.deliveryTold(db, 'b', 'd'),
  () => review.newestInReview(db, 'b'),
  () => unseenPosts.newestUnseen(db, 'b'),
  () => ownTelling.tellingsOf(db, 'b'),
  () => ownTelling.untoldOf(db, 'b', 'p', 0),
  () => dispatches.countWaiting(db, ['r']),
  () => dispatches.dispatchesOf(db, 'b', { recipientId: 'r', key: 'k', before: 'i', limit: 1 }),
  () => folders.anyFolder(db, 'f'),
  () => folders.foldersOf(db, 'b'),
  () => folders.foldersOfSource(db, 's'),
  () => imports.countItems(db, 'i'),
  () => imports.countStanding(db, 'i'),
  () => imports.waitingItems(db, 1),
  () => sourcesOf(db, 'b'),
  () => watchedArticles(db, 'b', ['a']),
  () => openRun(db),
  () => watches.anyWatch(db, 'w'),
  () => watches.marksOfArticles(db, 'b', ['a'], 1),
  () => watches.newsOfWatches(db, 'b', 'p', 1),
  () =>
    watchSearch.candidateNumbers(
      db,
      { brandId: 'b', match: 'word', feeds: null, below: null, since: null },
      1,
    ),
  () => watchSearch.candidatesAmong(db, 'b', ['word'], [1]),
  () => watchSearch.candidatesAt(db, { brandId: 'b', feeds: null, since: null }, [1]),
]

beforeAll(async () => {
  db = await openDb(file)
  plain = new Database(file)
  // One watch that tells, or nothing is asked of what it has found.
  plain.exec(`INSERT INTO brands (id, name, zone, language, mark, mark_ink, created_at, version)
    VALUES ('b', 'B', 'UTC', 'en', 'B', 1, 1, 1)`)
  plain.exec(`INSERT INTO watches (id, brand_id, name, query, ink, position, tells, version)
    VALUES ('w', 'b', 'W', 'word', 1, 1, 1, 1)`)
  watchReads((shape, query) => {
    const { sql } = query.toSQL().toNative()
    seen.push({ place: placeOf(new Error('place').stack ?? ''), shape, sql })
  })
  for (const ask of ASKED) await ask().catch((error: Error) => failed.push(error.message))
})
afterAll(async () => {
  watchReads(null)
  await stopReading()
  plain.close()
  await db.destroy()
})

interface Info {
  name: string
  type: string
  notnull: number
  pk: number
}
const infoOf = (table: string): Map<string, Info> =>
  new Map((plain.pragma(`table_info(${table})`) as Info[]).map((column) => [column.name, column]))
const mayBeEmpty = ({ notnull, pk, type }: Info): boolean => notnull === 0 && !(pk === 1 && type !== '')

it('of drafts that are waited for, a brand with many leaves room for one with a single one', async () => {
  plain.exec(`INSERT INTO brands (id, name, zone, language, mark, mark_ink, created_at, version)
    VALUES ('c', 'C', 'UTC', 'en', 'C', 1, 1, 1)`)
  const insert =
    plain.prepare(`INSERT INTO draft_wishes (order_id, article_id, brand_id, room, due_at, created_at)
    VALUES ('o', ?, ?, 1, ?, 1)`)
  for (let at = 0; at < 300; at++) insert.run(`many ${at}`, 'b', at)
  insert.run('single', 'c', 999)
  const due = await wishes.wishesDue(db, 1_000, 4)
  expect(due.map(({ article_id }) => article_id)).toEqual(['many 0', 'many 1', 'many 2', 'many 3', 'single'])
  expect(Object.keys(due[0]!)).toContain('room')
  plain.exec('DELETE FROM draft_wishes')
})

describe('tables', () => {
  it('all of the data file are declared, and no other', () => {
    const there = plain
      .prepare(
        `SELECT name FROM sqlite_schema WHERE type = 'table'
         AND name NOT LIKE 'sqlite_%' AND name NOT LIKE 'knex_%' AND name NOT LIKE '%\\_search%' ESCAPE '\\'`,
      )
      .pluck()
      .all()
    expect([...tables.keys()].toSorted()).toEqual((there as string[]).toSorted())
  })

  it('each is archived with its brand, or has a reason not to be', () => {
    const archived = ARCHIVED.map(({ table }) => table.name)
    expect([...archived, ...Object.keys(NOT_ARCHIVED)].toSorted()).toEqual([...tables.keys()].toSorted())
  })

  it.each([
    ...readdirSync(join(root, 'server'))
      .filter((name) => !name.includes('.'))
      .map((name) => name),
  ])('of server/%s are as the data file has them', (subject) => {
    for (const table of tables.values()) {
      if (!declaredIn(subject).includes(table.name)) continue
      const info = infoOf(table.name)
      const single = [...info.values()].filter(({ pk }) => pk > 0).length === 1
      const declared = Object.entries(table.columns).map(([name, { type, isNullable }]) => [
        name,
        type,
        isNullable,
      ])
      const real = [...info.values()].map((column) => [
        column.name,
        column.type,
        single ? mayBeEmpty(column) : column.notnull === 0,
      ])
      expect([table.name, declared.toSorted()]).toEqual([table.name, real.toSorted()])
    }
  })
})

const declaredIn = (subject: string): string[] =>
  readdirSync(join(root, 'server', subject), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('rows.ts'))
    .flatMap((name) =>
      [...readFileSync(join(root, 'server', subject, name), 'utf8').matchAll(/tableOf\('(\w+)'/g)].map(
        ([, table]) => table!,
      ),
    )

describe('queries that join or compute', () => {
  it('are all asked here', () => {
    const places = readdirSync(join(root, 'server'), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts') && !name.startsWith('platform/db/'))
      .flatMap((name) =>
        readFileSync(join(root, 'server', name), 'utf8')
          .split('\n')
          .flatMap((line, at) =>
            /\bread(?:All|First|AllApart)\(/.test(line) ? [`server/${name}:${at + 1}`] : [],
          ),
      )
    expect(failed).toEqual([])
    expect(places.length).toBeGreaterThan(40)
    const asked = new Set(seen.map(({ place }) => place))
    expect(places.filter((place) => !asked.has(place))).toEqual([])
  })

  it('answer the columns that they say', () => {
    for (const { place, shape, sql } of seen) {
      const columns = plain.prepare(sql).columns()
      expect([place, columns.map(({ name }) => name).toSorted()]).toEqual([
        place,
        Object.keys(shape).toSorted(),
      ])
      for (const { name, table, column, type } of columns) {
        const said = shape[name]!
        if (table === null || column === null || !tables.has(table)) continue
        const origin = infoOf(table).get(column)!
        expect([place, name, said.type]).toEqual([place, name, type])
        // A query that joins from the left may leave anything empty; what may be empty must be said to be.
        const isSaid = said.isNullable || said.isSure || !mayBeEmpty(origin)
        expect([place, name, isSaid]).toEqual([place, name, true])
      }
    }
  })
})
