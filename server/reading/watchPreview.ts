import { sayWatch } from '#shared/watches/messages'
import { lookWithWatchTask, offerWordsTask, watchExpressionTask } from '#server/watches/tasks'
import { toInstant } from '#core/instant'
import { countTerms, termsOf, type WatchQuery } from '#core/watch'
import type { ArticleSummary } from '#shared/reading/types'
import { LIMITS } from '#shared/platform/limits'
import type { OfferedWord, WatchPreview, WordWorth } from '#shared/watches/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { articlesAt } from '#server/articles'
import { brandById } from '#server/people'
import {
  candidateNumbers,
  candidatesAt,
  type Candidate,
  keptAndOther,
  watchedArticles,
  type PlainText,
  type Looked,
  watchArticleOf,
  parsedQuery,
  feedsIn,
  type Scope,
} from '#server/watches'
import { runInThread } from '#server/platform/jobs/pool'
import { withMarks } from './articles'

const DAY = 86_400_000
/**
 * Articles whose whole text is looked at, so that an answer comes while one types; shown; and words told one
 * by one.
 */
const MOST_LOOKED = 400
const MOST_SHOWN = 20
const MOST_WORDS = 12
/** Of a query with more words than this none is told: each would be a query as long. */
const MOST_TO_TELL = 60
const MOST_NUMBERS = 20_000
const OFFERED = 8
const WEIGHED = 150

/**
 * What a query that is being written would have marked of the last days. Where more articles hold its words
 * than can be looked at in time, some of them, evenly spread, speak for the rest, and it is said so.
 */
export async function previewWatch(
  brandId: string,
  { query: text, ...scope }: Scope & { query: string },
): Promise<WatchPreview> {
  const query = parsedQuery(text)
  const db = await useDb()
  const since = now() - LIMITS.watchDays * DAY
  const all = await holding(db, brandId, query, scope, since)
  const some = spread(all, MOST_LOOKED)
  const looked = await look(db, brandId, query, some)
  const share = some.length === 0 ? 1 : all.length / some.length
  const reckon = (count: number): number => Math.round(count * share)
  const brand = await brandById(db, brandId)
  const matched = new Set(looked.matches.map((match) => match.id))
  return {
    days: LIMITS.watchDays,
    count: reckon(looked.matches.length),
    isReckoned: some.length < all.length,
    candidates: all.length,
    looked: some.length,
    weeks: weeksOf(
      some.filter((item) => matched.has(item.id)),
      since,
      brand?.zone ?? 'UTC',
      share,
    ),
    words: looked.words.map((word) => worthOf(word, matched, reckon)),
    articles: await shown(db, brandId, looked),
  }
}

/** Articles that hold words of the query, or of what is left of it without one of them; newest first. */
async function holding(
  db: Db,
  brandId: string,
  query: WatchQuery,
  scope: Scope,
  since: number,
): Promise<Candidate[]> {
  const loosened = isToTell(query)
    ? termsOf(query)
        .slice(0, MOST_WORDS)
        .flatMap(({ without }) => without ?? [])
    : []
  const match = await runInThread(
    'person',
    [`brand:${brandId}`],
    watchExpressionTask,
    loosened.length > 0 ? { kind: 'or', parts: [query, ...loosened] } : query,
  )
  const ask = { brandId, match, feeds: await feedsIn(db, brandId, scope), below: null, since }
  const found = await candidatesAt(db, ask, await candidateNumbers(db, ask, MOST_NUMBERS))
  return found.sort((a, b) => b.at - a.at)
}

const isToTell = (query: WatchQuery): boolean => countTerms(query) <= MOST_TO_TELL

/** At most so many of a list, the first ones and then evenly from the rest. */
function spread<T>(list: T[], most: number): T[] {
  if (list.length <= most) return list
  return Array.from({ length: most }, (_, at) => list[Math.floor((at * list.length) / most)]!)
}

async function look(db: Db, brandId: string, query: WatchQuery, some: Candidate[]): Promise<Looked> {
  const articles = await watchedArticles(
    db,
    brandId,
    some.map((item) => item.id),
  )
  return runInThread('person', [`brand:${brandId}`], lookWithWatchTask, {
    query,
    articles: articles.map(({ article, source }) => watchArticleOf(article, source)),
    mostWords: isToTell(query) ? MOST_WORDS : 0,
    now: toInstant(now()),
  })
}

function worthOf(
  { text, leavesOut, brings, without }: Looked['words'][number],
  matched: Set<string>,
  reckon: (count: number) => number,
): WordWorth {
  const more = without ? without.filter((id) => !matched.has(id)).length : 0
  return {
    text,
    leavesOut,
    brings: reckon(leavesOut ? more : brings),
    without: without && reckon(without.length),
  }
}

/** Counts by the week's Monday in the brand's zone; weeks without any stand in between. */
function weeksOf(articles: Candidate[], since: number, zone: string, share: number): WatchPreview['weeks'] {
  const day = new Intl.DateTimeFormat('en-CA', {
    timeZone: zone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  })
  const mondayOf = (at: number): string => {
    const date = Date.parse(`${day.format(at)}T00:00:00Z`)
    return toInstant(date - ((new Date(date).getUTCDay() + 6) % 7) * DAY).slice(0, 10)
  }
  const counts = new Map<string, number>()
  for (let at = since; at <= now(); at += DAY) counts.set(mondayOf(at), 0)
  for (const { at } of articles) counts.set(mondayOf(at), (counts.get(mondayOf(at)) ?? 0) + 1)
  return [...counts]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([from, count]) => ({ from, count: Math.round(count * share) }))
}

async function shown(
  db: Db,
  brandId: string,
  { matches }: Looked,
): Promise<(ArticleSummary & { reasons: string[] })[]> {
  const newest = new Map(matches.slice(0, MOST_SHOWN).map((match) => [match.id, match]))
  const rows = await withMarks(db, brandId, await articlesAt(db, brandId, [...newest.keys()]))
  return rows.map((row) => ({
    ...row,
    found: newest.get(row.id)!.found,
    reasons: newest.get(row.id)!.reasons.map(sayWatch),
  }))
}

/** Words that often stand in what the brand clipped, seldom in the rest, and not in the query. */
export async function offerWords(brandId: string, text: string): Promise<OfferedWord[]> {
  const query = text === '' ? null : parsedQuery(text)
  const { kept, others } = await keptAndOther(await useDb(), brandId, WEIGHED)
  const plain = (rows: PlainText[]) =>
    rows.map((row) => ({ title: row.title ?? '', body: row.text, language: row.language }))
  return runInThread('person', [`brand:${brandId}`], offerWordsTask, {
    query,
    kept: plain(kept),
    others: plain(others),
    count: OFFERED,
  })
}
