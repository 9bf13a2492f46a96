import { HOUR, toInstant, type Instant } from '../instant'
import { localDay } from '../post/localDay'
import { buildWatchIndex, prepareArticle } from '../watch'
import { firstFailed } from './decide'
import { spreadOver } from './spreadOver'
import type { OrderArticle, OrderCondition, OrderFailed, Spread } from './types'

export interface RunOrder {
  id: string
  condition: OrderCondition
  /** Whether it takes nothing that stands on a site of the brand's own. */
  butOwn: boolean
  /** Whether it leaves what another order made a post of. */
  notTaken: boolean
  /** Whether it makes posts: only those count against the brand's ceiling, and are taken. */
  makesPosts: boolean
  /** Things it does on a local day at most; null for no ceiling. */
  perDay: number | null
  /** When its posts may go out; null where the next slot will do. */
  spread: Spread | null
  /** Hours after publishing until which its posts are good; null for no end. */
  goodForHours: number | null
}

export interface RunArticle extends OrderArticle {
  id: string
  /** When it came. */
  seenAt: Instant
  /**
   * The orders that look at it: those whose sources, watches or tags it has, and that did not take it yet.
   */
  orderIds: string[]
  /** Whether it stands on a site of the brand's own. */
  own: boolean
  /** Whether an order made a post of it already. */
  taken: boolean
}

/** What orders did before. */
export interface RunState {
  zone: string
  /** Posts that all orders of the brand make on a local day at most; null for no ceiling. */
  brandPerDay: number | null
  done: { orderId: string; at: Instant; isPost: boolean }[]
  /** From when on what an order made may go out, by the order. */
  spread: Record<string, Instant[]>
}

export interface Decision {
  orderId: string
  articleId: string
  failed: OrderFailed | null
  /** From when on its post may go out; null where nothing is spread, or it is left. */
  notBefore: Instant | null
}

/** What became of an article's conditions: `failed` is null where all of them hold. */
export interface Judgement {
  orderId: string
  articleId: string
  failed: OrderFailed | null
}

/** An article without its text. */
export type Arrival = Pick<RunArticle, 'id' | 'seenAt' | 'publishedAt' | 'taken'>

/**
 * Which conditions hold: of each article, in the order given, for each of the orders that look at it, in
 * theirs. Of an order whose query does not hold of an article, which is of most, nothing is said; see
 * `sayingAll`. `now` is the moment of deciding; null where each article is decided as it came.
 */
export function judgeArticles(orders: RunOrder[], articles: RunArticle[], now: Instant | null): Judgement[] {
  const places = new Map(orders.map(({ id }, at) => [id, at]))
  const index = buildWatchIndex(
    orders.flatMap(({ id, condition: { query } }) => (query === null ? [] : [{ id, query }])),
  )
  const wantedOf = wantedBy(orders)
  return articles.flatMap((article) => {
    const moment = now ?? article.seenAt
    const wanted = wantedOf(article.orderIds)
    // The article is cut into words only where an order asks for some.
    const found = wanted.asks ? index.match(prepareArticle(article), moment) : []
    const holding = found.flatMap(({ id }) => (wanted.all.has(id) ? places.get(id)! : []))
    const mine = holding.length === 0 ? wanted.others : [...wanted.others, ...holding].sort((a, b) => a - b)
    return mine.map((place) => {
      const { id, condition, butOwn } = orders[place]!
      const failed = firstFailed(condition, article, Date.parse(moment), () => true)
      return { orderId: id, articleId: article.id, failed: failed ?? (butOwn && article.own ? 'own' : null) }
    })
  })
}

/** What the orders of a list ask of an article: all of them, and the places of those without a query. */
interface WantedOrders {
  all: ReadonlySet<string>
  others: number[]
  /** Whether one has a query. */
  asks: boolean
}

/** Worked out once for a list that many articles share. */
function wantedBy(orders: RunOrder[]): (ids: string[]) => WantedOrders {
  const known = new Map<string[], WantedOrders>()
  return (ids) => {
    let wanted = known.get(ids)
    if (!wanted) {
      const all = new Set(ids)
      const others = orders.flatMap(({ id, condition }, at) =>
        condition.query === null && all.has(id) ? [at] : [],
      )
      wanted = {
        all,
        others,
        asks: orders.some(({ id, condition }) => condition.query !== null && all.has(id)),
      }
      known.set(ids, wanted)
    }
    return wanted
  }
}

/** The same with what is said of queries that do not hold, for each article and each order that looks at it. */
export function sayingAll(
  orders: Pick<RunOrder, 'id'>[],
  articles: Pick<RunArticle, 'id' | 'orderIds'>[],
  judged: Judgement[],
): Judgement[] {
  const keyOf = ({ orderId, articleId }: Pick<Judgement, 'orderId' | 'articleId'>): string =>
    `${orderId} ${articleId}`
  const said = new Map(judged.map((one) => [keyOf(one), one]))
  return articles.flatMap(({ id: articleId, orderIds }) =>
    orders.flatMap(({ id: orderId }): Judgement[] =>
      orderIds.includes(orderId)
        ? [said.get(keyOf({ orderId, articleId })) ?? { orderId, articleId, failed: 'query' }]
        : [],
    ),
  )
}

/**
 * What is done of what was judged, in the order it was: at most once for an article where that is wished, and
 * nothing over a ceiling; what is over is left, and stays so.
 */
export function settleJudged(
  orders: RunOrder[],
  judged: Judgement[],
  arrivals: ReadonlyMap<string, Arrival>,
  state: RunState,
  now: Instant | null,
): Decision[] {
  const ledger = new Ledger(state)
  const byId = new Map(orders.map((order) => [order.id, order]))
  const taken = new Set<string>()
  return judged.map(({ orderId, articleId, failed }) => {
    const order = byId.get(orderId)!
    const article = arrivals.get(articleId)!
    const isTaken = order.notTaken && (article.taken || taken.has(articleId))
    const decision = ledger.settle(
      order,
      article,
      now ?? article.seenAt,
      failed ?? (isTaken ? 'taken' : null),
    )
    if (decision.failed === null && order.makesPosts) taken.add(articleId)
    return decision
  })
}

/** What each of some orders does with each of some articles that came: judged, then settled. */
export const runOrders = (
  orders: RunOrder[],
  articles: RunArticle[],
  state: RunState,
  now: Instant | null,
): Decision[] =>
  settleJudged(
    orders,
    sayingAll(orders, articles, judgeArticles(orders, articles, now)),
    new Map(articles.map((article) => [article.id, article])),
    state,
    now,
  )

/** What was done on which day, and what is spread over which instants. */
class Ledger {
  readonly #byOrder = new Map<string, number>()
  readonly #byBrand = new Map<string, number>()
  readonly #spread = new Map<string, Instant[]>()

  constructor(readonly state: RunState) {
    for (const { orderId, at, isPost } of state.done) this.#count(orderId, localDay(at, state.zone), isPost)
    for (const [id, instants] of Object.entries(state.spread)) this.#spread.set(id, [...instants].sort())
  }

  settle(order: RunOrder, article: Arrival, moment: Instant, failed: OrderFailed | null): Decision {
    const day = localDay(moment, this.state.zone)
    const left = (why: OrderFailed): Decision => ({
      ...{ orderId: order.id, articleId: article.id, failed: why, notBefore: null },
    })
    if (failed !== null) return left(failed)
    if (isFull(order.perDay, this.#byOrder.get(`${order.id} ${day}`))) return left('order-full')
    if (order.makesPosts && isFull(this.state.brandPerDay, this.#byBrand.get(day))) return left('brand-full')
    const notBefore = order.spread && this.#next(order, order.spread, moment)
    const until = goodUntil(order, article)
    if (notBefore !== null && until !== null && Date.parse(notBefore) > until) return left('stale')
    if (notBefore !== null) this.#spread.get(order.id)!.push(notBefore)
    this.#count(order.id, day, order.makesPosts)
    return { orderId: order.id, articleId: article.id, failed: null, notBefore }
  }

  /** The earliest instant after what the order has out already, and at none that is taken. */
  #next(order: RunOrder, spread: Spread, from: Instant): Instant {
    const known = this.#spread.get(order.id) ?? []
    this.#spread.set(order.id, known)
    // Order is kept, so that only the latest are in anybody's way.
    const taken = known.slice(-spread.perDay - 1)
    const last = Math.max(Date.parse(from), ...taken.map((at) => Date.parse(at)))
    return spreadOver([{ id: '', at: toInstant(last) }], {
      ...spread,
      from,
      zone: this.state.zone,
      taken,
    })[0]!.at
  }

  #count(orderId: string, day: string, isPost: boolean): void {
    const key = `${orderId} ${day}`
    this.#byOrder.set(key, (this.#byOrder.get(key) ?? 0) + 1)
    if (isPost) this.#byBrand.set(day, (this.#byBrand.get(day) ?? 0) + 1)
  }
}

const isFull = (most: number | null, count = 0): boolean => most !== null && count >= most

function goodUntil({ goodForHours }: RunOrder, { publishedAt, seenAt }: Arrival): number | null {
  return goodForHours === null ? null : Date.parse(publishedAt ?? seenAt) + goodForHours * HOUR
}
