import type { Instant } from '#core/instant'
import type { Judgement, RunArticle, RunOrder } from '#core/orders/run'
import type { Db } from '#server/platform/db'
import { runInThread } from '#server/platform/jobs/pool'
import type { LaneName } from '#server/platform/jobs/lanes'
import { textsOfArticles } from './queries/articles'
import { judgeOrdersTask } from './tasks'

/** Articles whose texts are in memory at once. */
const AT_ONCE = 500

/** Whether an order has to know what an article says. */
export const readsText = ({ condition }: RunOrder): boolean =>
  condition.query !== null || condition.minWords !== null || condition.maxWords !== null

/**
 * Which conditions hold, in a thread, some articles at a time; texts are read where an order asks for them.
 * `reads`: whose text must be read; of the others it is known that no query can hold.
 */
export async function judge(
  db: Db,
  given: {
    lane: Extract<LaneName, 'person' | 'background'>
    brandId: string
    orders: RunOrder[]
    articles: Omit<RunArticle, 'words' | 'body'>[]
    now: Instant | null
    reads?: (id: string) => boolean
    onProgress?: (looked: number) => void
    /** Asked between: whoever waited may have gone. */
    isWanted?: () => boolean
  },
): Promise<Judgement[]> {
  const { orders, articles, reads = () => true } = given
  const reading = orders.some(readsText)
  const judged: Judgement[] = []
  for (let from = 0; from < articles.length && (given.isWanted?.() ?? true); from += AT_ONCE) {
    const some = articles.slice(from, from + AT_ONCE)
    const ids = some.flatMap(({ id }) => (reading && reads(id) ? [id] : []))
    const texts = ids.length > 0 ? await textsOfArticles(db, ids) : new Map<string, string>()
    judged.push(
      ...(await runInThread(given.lane, [`brand:${given.brandId}`], judgeOrdersTask, {
        orders,
        articles: some.map((article) => ({ ...article, body: texts.get(article.id) ?? '' })),
        now: given.now,
      })),
    )
    given.onProgress?.(from + some.length)
  }
  return judged
}
