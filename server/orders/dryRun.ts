import { DAY, toInstant } from '#core/instant'
import { sayingAll, settleJudged, type Decision } from '#core/orders/run'
import { localDay } from '#core/post/localDay'
import { makesPosts, type DryMade, type DryRun, type DryRunStep, type OrderRule } from '#shared/orders/types'
import { LIMITS } from '#shared/platform/limits'
import type { PostDoc } from '#shared/posts/types'
import { accountsOf } from '#server/networks'
import { brandById, type BrandRow } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { ownSitesOf } from '#server/platform/db/columns'
import { runInThread } from '#server/platform/jobs/pool'
import { parsedQuery } from '#server/watches'
import { placesOf, stopsFor } from './dryPlaces'
import { judge } from './judging'
import { cameAt, keyOf, lookingOf, runArticleOf, type Looking } from './looking'
import { sharedArticles, triggering, type ArticleFacts } from './queries/articles'
import { doneSince, takenKeys } from './queries/log'
import { thingsOf } from './things'
import { docOfThing, toFill } from './thing'
import { fillOrdersTask } from './tasks'

/**
 * Of what it would have made so much is shown; so many are placed; so many titles stand for what was left.
 */
const SHOWN = 30
const PLACED = 500
const TITLES = 3
/** An order that is not stored yet, among those that are. */
const TRIED = 'tried'

interface Asked {
  rule: OrderRule
  /** The order it is a state of; null for a new one. */
  id: string | null
}

/**
 * What an order would have done with what came in the last days, had it been on: each article as it came,
 * ceilings day by day, places where the plan had room then. `onStep` is told how far it is; false ends it.
 */
export async function dryRun(
  brandId: string,
  { rule, id }: Asked,
  onStep: (step: DryRunStep) => boolean,
): Promise<DryRun | null> {
  if (rule.only.query !== '') parsedQuery(rule.only.query)
  const db = await useDb()
  const brand = (await brandById(db, brandId))!
  const from = now() - LIMITS.orders.dryDays * DAY
  const looking = await lookingOf(db, brandId, TRIED, rule)
  if (rule.from.kind !== 'articles') return emptyRun(brand, from)
  const facts = await whatCame(db, brandId, looking, from)
  onStep({ looked: 0, of: facts.length })
  const decisions = await decideAll(db, brand, { looking, id, from }, facts, onStep)
  if (decisions === null) return null
  const byId = new Map(facts.map((one) => [one.id, one]))
  const taken = decisions.filter(({ failed }) => failed === null)
  return {
    ...emptyRun(brand, from),
    articles: facts.length,
    taken: taken.length,
    perDay: daysOf(
      brand,
      from,
      taken.map(({ articleId }) => cameAt(byId.get(articleId)!)),
    ),
    made: await madeOf(db, brand, rule, taken, byId),
    left: leftOf(decisions, byId),
  }
}

const emptyRun = (brand: BrandRow, from: number): DryRun => ({
  ...{ from: toInstant(from), days: LIMITS.orders.dryDays, articles: 0, taken: 0, made: [], left: [] },
  perDay: daysOf(brand, from, []),
})

/** What would have set it off, in the order in which it came, each address once. */
async function whatCame(db: Db, brandId: string, looking: Looking, since: number): Promise<ArticleFacts[]> {
  const { watches, tagIds: tags } = looking.rule.from
  const found = await triggering(
    db,
    brandId,
    { feeds: looking.feeds && [...looking.feeds], watches, tags },
    { since, now: now(), most: LIMITS.orders.dryArticles },
  )
  const first = new Map<string, ArticleFacts>()
  for (const article of found.sort((a, b) => cameAt(a) - cameAt(b) || a.at - b.at))
    if (!first.has(keyOf(article))) first.set(keyOf(article), article)
  return [...first.values()]
}

async function decideAll(
  db: Db,
  brand: BrandRow,
  { looking, id, from }: { looking: Looking; id: string | null; from: number },
  facts: ArticleFacts[],
  onStep: (step: DryRunStep) => boolean,
): Promise<Decision[] | null> {
  const known = {
    orderIds: [TRIED],
    shared: looking.run.condition.notShared
      ? await sharedArticles(
          db,
          brand.id,
          facts.map((one) => one.id),
        )
      : new Set<string>(),
    ownSites: ownSitesOf(brand),
    taken: looking.run.notTaken ? await takenKeys(db, brand.id, facts.map(keyOf)) : new Set<string>(),
  }
  // What it made itself is no other's: it would have made it.
  const articles = facts.map((one) => runArticleOf(one, known))
  let isHeard = true
  const judged = await judge(db, {
    ...{ lane: 'person', brandId: brand.id, orders: [looking.run], articles, now: null },
    onProgress: (looked) => (isHeard = onStep({ looked, of: facts.length })),
    isWanted: () => isHeard,
  })
  if (!isHeard) return null
  const others = await doneSince(db, brand.id, from - DAY)
  return settleJudged(
    [looking.run],
    sayingAll([looking.run], articles, judged),
    new Map(articles.map((one) => [one.id, one])),
    {
      zone: brand.zone,
      brandPerDay: brand.orders_per_day,
      done: others
        .filter(({ order_id }) => order_id !== id)
        .map((one) => ({ orderId: one.order_id, at: toInstant(one.at), isPost: makesPosts(one.act) })),
      spread: {},
    },
    null,
  )
}

function daysOf({ zone }: BrandRow, from: number, taken: number[]): DryRun['perDay'] {
  const counts = new Map<string, number>()
  for (let at = from; at <= now(); at += DAY) counts.set(localDay(toInstant(at), zone), 0)
  for (const at of taken) {
    const day = localDay(toInstant(at), zone)
    counts.set(day, (counts.get(day) ?? 0) + 1)
  }
  return [...counts].map(([day, count]) => ({ day, count })).sort((a, b) => a.day.localeCompare(b.day))
}

/** Why articles were left, the commonest first, with the newest of each. */
function leftOf(decisions: Decision[], byId: ReadonlyMap<string, ArticleFacts>): DryRun['left'] {
  const left = new Map<string, DryRun['left'][number]>()
  for (const { articleId, failed } of decisions.toReversed()) {
    if (failed === null) continue
    const one = left.get(failed) ?? { why: failed, count: 0, titles: [] }
    one.count++
    const title = byId.get(articleId)!.title
    if (one.titles.length < TITLES && title) one.titles.push(title)
    left.set(failed, one)
  }
  return [...left.values()].sort((a, b) => b.count - a.count)
}

async function madeOf(
  db: Db,
  brand: BrandRow,
  rule: OrderRule,
  taken: Decision[],
  byId: ReadonlyMap<string, ArticleFacts>,
): Promise<DryMade[]> {
  const shown = taken.slice(-SHOWN)
  const things = await thingsOf(
    db,
    brand.id,
    shown.map(({ articleId }) => byId.get(articleId)!),
  )
  const base = (articleId: string): Omit<DryMade, 'text' | 'places'> => {
    const article = byId.get(articleId)!
    return {
      ...{ articleId, title: article.title ?? '', source: article.label },
      at: toInstant(cameAt(article)),
    }
  }
  if (!makesPosts(rule.act))
    return shown.map(({ articleId }) => ({ ...base(articleId), text: '', places: [] })).reverse()
  const filled = await runInThread(
    'person',
    [`brand:${brand.id}`],
    fillOrdersTask,
    shown.map(({ articleId }) => toFill(things.get(articleId)!, rule, brand.zone)),
  )
  const docs = new Map<string, PostDoc>(
    shown.map(({ articleId, notBefore }, at) => [
      articleId,
      docOfThing(things.get(articleId)!, rule, { filled: filled[at]!, notBefore, pictureId: null }),
    ]),
  )
  const accounts = await accountsOf(db, brand.id)
  const against = await stopsFor(db, brand, rule, docs, accounts, byId)
  const places = await placesOf(db, brand, rule, taken.slice(-PLACED), byId, accounts)
  return shown
    .map(({ articleId }) => {
      const doc = docs.get(articleId)!
      return {
        ...base(articleId),
        text: doc.wordings[0]?.text ?? '',
        places: doc.accounts.map(({ accountId }) => {
          const stop = against.get(`${articleId} ${accountId}`)
          const place = places.get(`${articleId} ${accountId}`)
          return {
            ...{ accountId, at: place?.at ?? null, isStop: stop !== undefined },
            message: stop ?? place?.message ?? '',
          }
        }),
      }
    })
    .reverse()
}
