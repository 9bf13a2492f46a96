import type { Instant } from '#core/instant'
import type { Message } from '#core/message'
import { fillPattern, judgeArticles, tidied } from '#core/orders'
import { planLines } from '#core/schedule'
import { firstLines, summarise, wordsUpTo } from '#core/text'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { fillOrdersTask, judgeOrdersTask, placeOrdersTask, type ToFill } from './tasks'

const SUMMARY = 3
type Placed = [id: string, at: Instant | null, reason: Message | null]

export const ordersInThread: InThread[] = [
  inThread(judgeOrdersTask, ({ orders, articles, now }) => {
    const most = Math.max(
      ...orders.map(({ condition }) => Math.max(condition.minWords ?? 0, condition.maxWords ?? 0)),
    )
    return judgeArticles(
      orders,
      articles.map((article) => ({
        words: most > 0 ? wordsUpTo(article.body, article.language, most + 1) : 0,
        ...article,
      })),
      now,
    )
  }),
  inThread(fillOrdersTask, (items) => items.map(fill)),
  inThread(placeOrdersTask, (input) => {
    const { entries, unplaced } = planLines(input)
    return [
      ...entries.flatMap(({ postId, at }): Placed[] => (postId ? [[postId, at, null]] : [])),
      ...unplaced.map(({ postId, message }): Placed => [postId, null, message]),
    ]
  }),
]

/** A day as a language writes it; one that the platform does not know is written as in English. */
function dayIn(language: string | null, zone: string, at: string): string {
  const how = { timeZone: zone, day: 'numeric', month: 'long' } as const
  try {
    return new Intl.DateTimeFormat(language ?? 'en-GB', how).format(Date.parse(at))
  } catch {
    return new Intl.DateTimeFormat('en-GB', how).format(Date.parse(at))
  }
}

function fill(item: ToFill): string[] {
  const { title, body, language } = item
  // What many patterns don't name is not worked out.
  const asks = (field: string): boolean => item.patterns.some((pattern) => pattern.includes(field))
  const fields = {
    title,
    'best sentence': asks('best sentence')
      ? (firstLines({ title, body, language }, { count: 1 })[0] ?? null)
      : null,
    summary: asks('summary') ? summarise(body, { sentences: SUMMARY, language }).join(' ') : null,
    text: body,
    author: item.author,
    source: item.source,
    tags: item.tags,
    date: dayIn(language, item.zone, item.at),
    url: item.url,
    prompt: item.prompt,
    account: item.account,
    count: item.count,
  }
  return item.patterns.map((pattern) => tidied(fillPattern(pattern, fields)))
}
