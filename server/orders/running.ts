import { v7 as uuid } from 'uuid'
import { DAY, toInstant, type Instant } from '#core/instant'
import { settleJudged, type Decision, type RunState } from '#core/orders/run'
import { makesPosts } from '#shared/orders/types'
import { draftsAwaited } from '#server/drafting'
import { brandById, type BrandRow } from '#server/people'
import { now, realNow } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { ownSitesOf } from '#server/platform/db/columns'
import { log } from '#server/platform/log'
import { ordersAbleNow } from './able'
import { carryOut, leave } from './carrying'
import type { Order } from './wanted'
import { awaitedOf } from './drafted'
import { judge } from './judging'
import { keyOf, looksAt, markedOf, runArticleOf, type Looking } from './looking'
import { factsOf, sharedArticles, type ArticleFacts } from './queries/articles'
import { doneSince, knownKeysOf, spreadFrom, takenKeys } from './queries/log'
import * as store from './queries/orders'
import { thingsOf } from './things'
import { todayOf } from './days'

/** Articles that a brand's orders look at in one go. */
const AT_ONCE = 1_000

/** Brands whose orders are at work in this process: a slow one makes no other wait. */
const working = new Map<string, Promise<void>>()
/** How long a round waits for those it set to work. */
const PATIENCE_MS = 5_000

/** Brands whose articles could not be looked at: how often in a row, and when they are again. */
const failing = new Map<string, { times: number; until: number }>()
const MOST_TRIES = 3
const WAIT_MS = 30_000

/** What can't be looked at is tried again, and given up after some times, so that the rest goes on. */
async function putOff(brandId: string, error: unknown): Promise<void> {
  const times = (failing.get(brandId)?.times ?? 0) + 1
  log.error({ error, brandId, times }, 'Standing orders could not look at what came.')
  failing.set(brandId, { times, until: realNow() + times * WAIT_MS })
  if (times < MOST_TRIES) return
  failing.delete(brandId)
  const todo = await store.todoOf(await useDb(), brandId, AT_ONCE)
  await inTransaction((db) => store.removeTodo(db, brandId, todo))
}

/** Lets the orders of each brand look at what came. Gives how many brands have more to look at. */
export async function ordersRound(): Promise<number> {
  const db = await useDb()
  const waiting = await store.brandsWithTodo(db)
  let more = 0
  for (const brandId of waiting) {
    if (working.has(brandId) || (failing.get(brandId)?.until ?? 0) > realNow()) continue
    const work = lookAtSome(brandId)
      .then((hasMore) => {
        failing.delete(brandId)
        more += hasMore ? 1 : 0
      })
      .catch((error: unknown) => putOff(brandId, error))
      .finally(() => working.delete(brandId))
    working.set(brandId, work)
  }
  let timer: NodeJS.Timeout | undefined
  const patience = new Promise((resolve) => (timer = setTimeout(resolve, PATIENCE_MS)))
  await Promise.race([Promise.all(working.values()), patience])
  clearTimeout(timer)
  return more
}

/** Looks at what waits longest for a brand's orders; gives whether there is more. */
async function lookAtSome(brandId: string): Promise<boolean> {
  const db = await useDb()
  const todo = await store.todoOf(db, brandId, AT_ONCE)
  const brand = await brandById(db, brandId)
  const orders = brand && brand.orders_stopped_at === null ? await ordersAbleNow(db, brand) : []
  const since = new Map(todo.map((row) => [row.article_id, row.since]))
  if (brand && orders.length > 0) {
    const facts = await factsOf(
      db,
      brandId,
      todo.map(({ article_id }) => article_id),
    )
    await lookAt(db, brand, orders, facts, since)
  }
  await inTransaction((within) => store.removeTodo(within, brandId, todo))
  return todo.length > 0
}

async function lookAt(
  db: Db,
  brand: BrandRow,
  orders: Order[],
  facts: ArticleFacts[],
  since: ReadonlyMap<string, number>,
): Promise<void> {
  const byOrder = await whoLooks(db, brand.id, orders, facts, since)
  const looked = facts.filter(({ id }) => (byOrder.get(id) ?? []).length > 0)
  if (looked.length === 0) return
  const ids = looked.map(({ id }) => id)
  const known = {
    ownSites: ownSitesOf(brand),
    shared: await sharedArticles(db, brand.id, ids),
    taken: await takenKeys(db, brand.id, looked.map(keyOf)),
  }
  const articles = looked.map((one) => runArticleOf(one, { orderIds: byOrder.get(one.id)!, ...known }))
  const moment = toInstant(now())
  const runs = orders.map(({ looking }) => looking.run)
  const judged = await judge(db, {
    ...{ lane: 'background', brandId: brand.id, orders: runs, articles, now: moment },
  })
  const arrivals = new Map(articles.map((one) => [one.id, one]))
  const decisions = settleJudged(runs, judged, arrivals, await stateOf(db, brand, moment), moment)
  await carryOutAll(db, brand, orders, decisions, new Map(looked.map((one) => [one.id, one])))
}

/** Which orders look at each article: those it is for, that did not deal with its address before. */
async function whoLooks(
  db: Db,
  brandId: string,
  orders: Order[],
  facts: ArticleFacts[],
  since: ReadonlyMap<string, number>,
): Promise<Map<string, string[]>> {
  const lookings: Looking[] = orders.map(({ looking }) => looking)
  const marked = await markedOf(
    db,
    brandId,
    facts.map(({ id }) => id),
    lookings,
  )
  const keys = facts.map(keyOf)
  const found = new Map<string, SharedList>()
  const nobody = new SharedList([])
  const known = await knownKeysOf(
    db,
    orders.map(({ row }) => row.id),
    keys,
  )
  const awaited = await awaitedOf(db, brandId)
  for (const { row, looking } of orders) {
    const dealtWith = known.get(row.id) ?? new Set<string>()
    const awaits = looking.rule.post.drafted && awaited.size > 0
    for (const [at, article] of facts.entries()) {
      const key = keys[at]!
      const isNew = (since.get(article.id) ?? 0) >= row.on_since!
      // It is looked at again once its draft is there.
      if (awaits && awaited.has(`${row.id} ${article.id}`)) continue
      if (!isNew || dealtWith.has(key) || !looksAt(looking, article, marked)) continue
      // The same address from two sources is one.
      dealtWith.add(key)
      found.set(article.id, (found.get(article.id) ?? nobody).and(row.id))
    }
  }
  return new Map([...found].map(([id, { ids }]) => [id, ids]))
}

/** A list that grows by one at a time: those that grew by the same are the same, and go to a thread once. */
class SharedList {
  readonly #longer = new Map<string, SharedList>()

  constructor(readonly ids: string[]) {}

  and(id: string): SharedList {
    let longer = this.#longer.get(id)
    if (!longer) this.#longer.set(id, (longer = new SharedList([...this.ids, id])))
    return longer
  }
}

/** What a brand's orders did today, and what of it is still to go out. */
export async function stateOf(db: Db, brand: BrandRow, moment: Instant): Promise<RunState> {
  const from = todayOf(brand, Date.parse(moment)).from
  const done = await doneSince(db, brand.id, from - DAY)
  const spread: RunState['spread'] = {}
  for (const { order_id, not_before } of await spreadFrom(db, brand.id, from - DAY))
    (spread[order_id] ??= []).push(toInstant(not_before))
  return {
    zone: brand.zone,
    brandPerDay: brand.orders_per_day,
    done: [
      ...done.map(({ order_id, at, act }) => ({
        ...{ orderId: order_id, at: toInstant(at), isPost: makesPosts(act) },
      })),
      // What waits for its draft takes a place of today.
      ...(await draftsAwaited(db, brand.id)).map(({ orderId }) => ({ orderId, at: moment, isPost: true })),
    ],
    spread,
  }
}

async function carryOutAll(
  db: Db,
  brand: BrandRow,
  orders: Order[],
  decisions: Decision[],
  facts: ReadonlyMap<string, ArticleFacts>,
): Promise<void> {
  const byId = new Map(orders.map((order) => [order.row.id, order]))
  const runId = uuid()
  await leave(
    brand,
    runId,
    decisions.flatMap(({ orderId, articleId, failed }) =>
      failed === null ? [] : [{ order: byId.get(orderId)!, article: facts.get(articleId)!, why: failed }],
    ),
  )
  const taken = decisions.filter(({ failed }) => failed === null)
  const things = await thingsOf(db, brand.id, [
    ...new Map(taken.map(({ articleId }) => [articleId, facts.get(articleId)!])).values(),
  ])
  await carryOut(
    brand,
    runId,
    taken.map(({ orderId, articleId, notBefore }) => ({
      ...{ order: byId.get(orderId)!, thing: things.get(articleId)!, notBefore },
    })),
  )
}
