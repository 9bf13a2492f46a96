import { setImmediate as letOthersRun } from 'node:timers/promises'
import type { Instant } from '#core/instant'
import { judgeArticles, type Judgement, type RunOrder } from '#core/orders/run'
import { readsBody } from '#core/watch'
import type { Db } from '#server/platform/db'
import { runInThread } from '#server/platform/jobs/pool'
import type { LaneName } from '#server/platform/jobs/lanes'
import { hopeful, type WithoutText } from './hopeful'
import { textsOfArticles } from './queries/articles'
import { judgeOrdersTask } from './tasks'

/** Articles that are looked at in one go: their texts are in memory at once. */
const AT_ONCE = 500

const countsWords = ({ condition }: RunOrder): boolean =>
  condition.minWords !== null || condition.maxWords !== null
/** Whether an order has to know more of an article than its title and its names. */
const readsText = (order: RunOrder): boolean =>
  countsWords(order) || (order.condition.query !== null && readsBody(order.condition.query))
/** So many queries are one question to the search index, which then is asked even where titles would tell. */
const FEW = 40
/** Orders of whose queries the search index is asked, so that fewer articles are looked at. */
function sought(orders: RunOrder[]): RunOrder[] {
  const asking = orders.filter(({ condition }) => condition.query !== null)
  return asking.length <= FEW ? asking : asking.filter(readsText)
}
/** Whether texts are cut into words for an order, which is a thread's work. */
const cuts = (order: RunOrder): boolean => countsWords(order) || order.condition.query !== null

interface ToJudge {
  lane: Extract<LaneName, 'person' | 'background'>
  brandId: string
  orders: RunOrder[]
  articles: WithoutText[]
  now: Instant | null
  onProgress?: (looked: number) => void
  /** Asked between: whoever waited may have gone. */
  isWanted?: () => boolean
}

/** Articles with the texts of those that an order has to read. */
interface Chunk {
  articles: WithoutText[]
  texts: ReadonlyMap<string, string>
}

/**
 * Which conditions hold, some articles at a time; what asks for their texts is looked at in a thread. Of an
 * order whose query does not hold of an article nothing is said.
 */
export async function judge(db: Db, given: ToJudge): Promise<Judgement[]> {
  const { articles, isWanted = () => true } = given
  const readers = new Set(given.orders.filter(readsText).map(({ id }) => id))
  const isRead = ({ orderIds }: WithoutText): boolean => orderIds.some((id) => readers.has(id))
  const worth = await hopeful(db, { ...given, orders: sought(given.orders) }, articles)
  const byId = new Map(worth.map((one) => [one.id, one]))
  const read = async (from: number): Promise<Chunk> => {
    const left = articles.slice(from, from + AT_ONCE).flatMap(({ id }) => byId.get(id) ?? [])
    const ids = left.filter(isRead).map(({ id }) => id)
    const texts = ids.length === 0 ? new Map<string, string>() : await textsOfArticles(db, ids)
    // One that was read no more is gone meanwhile.
    return { articles: left.filter((one) => !isRead(one) || texts.has(one.id)), texts }
  }
  const judged: Judgement[] = []
  let next = read(0)
  for (let from = 0; from < articles.length && isWanted(); from += AT_ONCE) {
    const chunk = await next
    // While a thread looks at some, the texts of the next are read.
    next = read(from + AT_ONCE)
    next.catch(() => undefined)
    judged.push(...(await judgeChunk(given, chunk)))
    given.onProgress?.(Math.min(from + AT_ONCE, articles.length))
    await letOthersRun()
  }
  await next
  return judged
}

async function judgeChunk({ lane, brandId, orders, now }: ToJudge, chunk: Chunk): Promise<Judgement[]> {
  const some = chunk.articles.map((article) => ({ body: chunk.texts.get(article.id) ?? '', ...article }))
  if (orders.some(cuts))
    return runInThread(lane, [`brand:${brandId}`], judgeOrdersTask, { orders, articles: some, now })
  return judgeArticles(
    orders,
    some.map((article) => ({ words: 0, ...article })),
    now,
  )
}
