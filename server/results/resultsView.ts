import { DAY, toInstant } from '#core/instant'
import { meanOfPosts } from '#core/results'
import { say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import type {
  HoursOf,
  MeanFact,
  Measure,
  MeasuredAccount,
  PostResult,
  ResultsView,
} from '#shared/results/types'
import { accountsOf, slotsOf, type AccountRow, type SlotRow } from '#server/networks'
import { brandById, pillarsOf } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { sourcesOf as listSources, type SourceWithFeed } from '#server/sources'
import { marksOfArticles } from '#server/watches'
import { GROUPED_BY, groupKeys, groupsOf, type Named } from './groupsOf'
import { shortText, standingOut } from './standingOut'
import { answersUntilNow, clicksUntilNow, firstResponses, isSettled, sumOf } from './measures'
import {
  accountReadingsOf,
  firstSentAt,
  followersSince,
  resultPostsBetween,
  sentPostsBetween,
} from './queries/resultRows'
import { sourceFinder, sourcesOf } from './sourceResults'
import { reckon, type Reckoned, type ToReckon } from './reckon'
import { reckonTask } from './tasks'
import type { FollowerCountRow, SentPostRow } from './rows'

/** A period that began with the first post of all is known from about then. */
const BEGUN_MS = 3 * DAY
/** Posts of a longer period are read in the thread for reads: nobody else waits for thousands of them. */
const LONG_MS = 100 * DAY
/** Posts that the list holds; more are counted, and come with a shorter period. */
const MOST_LISTED = 400

/** What became of a brand's posts from one moment until before another, against as long before. */
export async function resultsOf(
  brandId: string,
  {
    from,
    to,
    accountId,
    measure,
    most = MOST_LISTED,
  }: { from: number; to: number; accountId: string | null; measure: Measure; most?: number },
): Promise<ResultsView> {
  const db = await useDb()
  const brand = await brandById(db, brandId)
  if (!brand) throw problem('notFound')
  const at = now()
  const before = from - (to - from)
  const read = to - from > LONG_MS ? resultPostsBetween : sentPostsBetween
  const all = await read(db, brandId, before, to)
  const wanted = all.filter((post) => accountId === null || post.account_id === accountId)
  const posts = wanted.filter(({ sent_at }) => sent_at >= from)
  const earlier = wanted.filter(({ sent_at }) => sent_at < from)
  const first = await firstSentAt(db, brandId, accountId)
  const hasBefore = first !== null && first < before + BEGUN_MS
  const accounts = await accountsOf(db, brandId)
  const sources = await listSources(db, brandId)
  const sourceOf = sourceFinder(sources)
  const comparable = posts.filter((post) => isSettled(post, at) && firstResponses(post, measure) !== null)
  const hoursAccountId = accountId ?? mostUsed(comparable)
  const followers = (await followersSince(db, brandId, dayOf(from))).filter(
    (row) => row.day <= dayOf(to) && (accountId === null || row.account_id === accountId),
  )
  const pillars = await pillarsOf(db, brandId)
  const named: Named = { pillars, sourceOf, watchOf: await watchFinder(db, brandId, comparable) }
  const reckoned = await reckonedOf(brandId, {
    posts: comparable.map((post) => ({
      post: post.post_id,
      account: post.account_id,
      at: toInstant(post.sent_at),
      responses: firstResponses(post, measure) ?? 0,
      groups: groupKeys(post, named),
    })),
    ways: GROUPED_BY,
    zone: brand.zone,
    hoursOf: hoursAccountId,
  })
  return {
    from: toInstant(from),
    to: toInstant(to),
    accountId,
    measure,
    hasBefore,
    sent: { now: posts.length, before: earlier.length },
    clicks: { now: sumOf(posts.map(clicksUntilNow)), before: sumOf(earlier.map(clicksUntilNow)) },
    answers: { now: sumOf(posts.map(answersUntilNow)), before: sumOf(earlier.map(answersUntilNow)) },
    perPost: meanOf(comparable, measure),
    perPostBefore: hasBefore ? meanOf(earlier, measure) : null,
    ...followersAtEnd(followers),
    own: {
      posts: posts.filter((post) => sourceOf(post)?.own === 1).length,
      of: posts.length,
    },
    pillars: pillarCounts(posts, new Set(pillars.map(({ id }) => id))),
    young: posts.filter((post) => !isSettled(post, at)).length,
    uncounted: posts.filter((post) => isSettled(post, at) && firstResponses(post, measure) === null).length,
    hoursAccountId,
    weekHours: reckoned.weekHours,
    hours: hoursOf(
      reckoned,
      (await slotsOf(db, brandId)).filter((slot) => slot.account_id === hoursAccountId),
    ),
    ...standingOut(reckoned.ranked, comparable),
    groups: groupsOf(reckoned.groups, comparable, named),
    sources: await sourcesOf(db, brandId, sources, posts, [from, to], sourceOf),
    followersOf: accounts.flatMap(({ id }) => {
      const own = followers.filter((row) => row.account_id === id)
      return own.length === 0
        ? []
        : [{ accountId: id, days: own.map(({ day, followers: count }) => ({ day, followers: count })) }]
    }),
    posts: posts.slice(0, most).map((post) => postResult(post, at, sourceOf)),
    postsInAll: posts.length,
    accounts: await measuredAccounts(
      db,
      brandId,
      accounts,
      all.filter(({ sent_at }) => sent_at >= from),
    ),
  }
}

/** How many posts each pillar has; those of pillars that are no more count as having none. */
function pillarCounts(posts: SentPostRow[], known: Set<string>): ResultsView['pillars'] {
  const counts = new Map<string | null, number>()
  for (const { pillar_id: id } of posts) {
    const pillarId = id !== null && known.has(id) ? id : null
    counts.set(pillarId, (counts.get(pillarId) ?? 0) + 1)
  }
  return [...counts].map(([pillarId, many]) => ({ pillarId, posts: many }))
}

const dayOf = (at: number): string => new Date(at).toISOString().slice(0, 10)

/** By the first watch, in the brand's order, that marks a post's article. */
async function watchFinder(
  db: Db,
  brandId: string,
  posts: SentPostRow[],
): Promise<(post: SentPostRow) => { id: string; name: string } | null> {
  const articles = [...new Set(posts.flatMap(({ article_id: id }) => id ?? []))]
  const first = new Map<string, { id: string; name: string }>()
  for (const mark of await marksOfArticles(db, brandId, articles, now()))
    if (!first.has(mark.article_id)) first.set(mark.article_id, { id: mark.watch_id, name: mark.name })
  return ({ article_id: id }) => first.get(id ?? '') ?? null
}

/** What is thought of posts before any is seen: nothing in particular, worth half a post. */
const PRIOR = { mean: 1, weight: 0.5 }

function meanOf(posts: SentPostRow[], measure: Measure): MeanFact | null {
  const counts = posts.flatMap((post) => firstResponses(post, measure) ?? [])
  return counts.length === 0 ? null : { ...meanOfPosts(counts, PRIOR), posts: counts.length }
}

function mostUsed(posts: SentPostRow[]): string | null {
  const counts = new Map<string, number>()
  for (const { account_id: id } of posts) counts.set(id, (counts.get(id) ?? 0) + 1)
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? null
}

/** So many posts take no longer than a thread would have to be told of them. */
const FEW_POSTS = 1_000

const reckonedOf = (brandId: string, input: ToReckon): Promise<Reckoned> =>
  input.posts.length <= FEW_POSTS
    ? Promise.resolve(reckon(input))
    : runInThread('person', [`brand:${brandId}`], reckonTask, input)

function hoursOf({ curves, weekHours }: Reckoned, slots: SlotRow[]): HoursOf[] {
  return (['weekdays', 'weekend'] as const).map((days, at) => {
    const isOn = ({ weekday }: { weekday: number }): boolean => weekday > 5 === (days === 'weekend')
    const times = slots.filter(isOn).map(({ time }) => Number(time.slice(0, 2)) + Number(time.slice(3)) / 60)
    return {
      days,
      posts: weekHours.filter(isOn).reduce((sum, cell) => sum + cell.posts, 0),
      curve: curves[at]!,
      slots: [...new Set(times)].sort((a, b) => a - b),
    }
  })
}

/** Followers at the end, and the change, of the accounts that were told at both ends. */
function followersAtEnd(rows: FollowerCountRow[]): Pick<ResultsView, 'followers' | 'followersChange'> {
  const ids = [...new Set(rows.map((row) => row.account_id))]
  const ends = ids.map((id) => {
    const own = rows.filter((row) => row.account_id === id)
    return { first: own[0]!.followers, last: own.at(-1)!.followers, days: own.length }
  })
  if (ends.length === 0) return { followers: null, followersChange: null }
  return {
    followers: ends.reduce((sum, { last }) => sum + last, 0),
    followersChange: ends.every(({ days }) => days < 2)
      ? null
      : ends.reduce((sum, { first, last }) => sum + last - first, 0),
  }
}

function postResult(
  post: SentPostRow,
  at: number,
  sourceOf: (post: SentPostRow) => SourceWithFeed | null,
): PostResult {
  const { likes, reshares, replies, quotes, views, state, text } = post
  return {
    deliveryId: post.delivery_id,
    postId: post.post_id,
    wording: post.wording,
    accountId: post.account_id,
    at: toInstant(post.sent_at),
    text: shortText(text),
    pillarId: post.pillar_id,
    source: sourceOf(post)?.label ?? null,
    likes,
    reshares,
    replies,
    quotes,
    views,
    answers: answersUntilNow(post),
    clicks: clicksUntilNow(post),
    state,
    isYoung: !isSettled(post, at),
  }
}

async function measuredAccounts(
  db: Db,
  brandId: string,
  accounts: AccountRow[],
  posts: SentPostRow[],
): Promise<MeasuredAccount[]> {
  const readings = new Map((await accountReadingsOf(db, brandId)).map((row) => [row.account_id, row]))
  return accounts.map(({ id, name, handle }) => {
    const reading = readings.get(id)
    return {
      id,
      name,
      handle,
      posts: posts.filter((post) => post.account_id === id).length,
      tells: reading?.has_told === 1,
      trouble: say(messagesOf(reading?.message ?? null)) || null,
      before: reading?.before ?? 0,
    }
  })
}
