import { setImmediate as letOthersRun } from 'node:timers/promises'
import type { Instant } from '#core/instant'
import { judgeArticles, type Judgement, type RunArticle, type RunOrder } from '#core/orders/run'
import type { Db } from '#server/platform/db'
import { runInThread } from '#server/platform/jobs/pool'
import type { LaneName } from '#server/platform/jobs/lanes'
import { textsOfArticles } from './queries/articles'
import { judgeOrdersTask } from './tasks'

/** Articles that are looked at in one go: their texts are in memory at once. */
const AT_ONCE = 500

/** Whether an order has to know what an article says. */
const readsText = ({ condition }: RunOrder): boolean =>
  condition.query !== null || condition.minWords !== null || condition.maxWords !== null

type WithoutText = Omit<RunArticle, 'words' | 'body'>

interface ToJudge {
  lane: Extract<LaneName, 'person' | 'background'>
  brandId: string
  orders: RunOrder[]
  articles: WithoutText[]
  now: Instant | null
  /** Of which articles a query may hold; of the others none does. Null where that is not known. */
  mayHold?: ((id: string) => boolean) | null
  onProgress?: (looked: number) => void
  /** Asked between: whoever waited may have gone. */
  isWanted?: () => boolean
}

/**
 * Which conditions hold, some articles at a time; what asks for their texts is looked at in a thread. Of an
 * order whose query does not hold of an article nothing is said.
 */
export async function judge(db: Db, given: ToJudge): Promise<Judgement[]> {
  const { articles, mayHold, isWanted = () => true } = given
  const isReading = given.orders.some(readsText)
  const chunks = Array.from({ length: Math.ceil(articles.length / AT_ONCE) }, (_, at) =>
    articles.slice(at * AT_ONCE, (at + 1) * AT_ONCE),
  )
  const read = (at: number): Promise<Texts> => {
    const wanted = isReading ? (chunks[at] ?? []).filter(({ id }) => mayHold?.(id) ?? true) : []
    return wanted.length === 0
      ? Promise.resolve(new Map())
      : textsOfArticles(
          db,
          wanted.map(({ id }) => id),
        )
  }
  const judged: Judgement[] = []
  let next = read(0)
  for (const [at, some] of chunks.entries()) {
    if (!isWanted()) break
    const texts = await next
    // While a thread looks at some, the texts of the next are read.
    next = read(at + 1)
    judged.push(...(isReading ? await judgeTexts(given, some, texts) : judgeWithout(given, some)))
    given.onProgress?.(at * AT_ONCE + some.length)
    await letOthersRun()
  }
  await next
  return judged
}

type Texts = Map<string, string>

const judgeWithout = ({ orders, now }: ToJudge, some: WithoutText[]): Judgement[] =>
  judgeArticles(
    orders,
    some.map((article) => ({ ...article, body: '', words: 0 })),
    now,
  )

const judgeTexts = async (
  { lane, brandId, orders, now }: ToJudge,
  some: WithoutText[],
  texts: Texts,
): Promise<Judgement[]> => {
  const read = some.flatMap((article) => {
    const body = texts.get(article.id)
    return body === undefined ? [] : [{ ...article, body }]
  })
  if (read.length === 0) return []
  return runInThread(lane, [`brand:${brandId}`], judgeOrdersTask, { orders, articles: read, now })
}
