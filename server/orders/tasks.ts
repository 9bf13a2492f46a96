import type { Instant } from '#core/instant'
import type { Message } from '#core/message'
import type { Judgement, RunArticle, RunOrder } from '#core/orders/run'
import type { PlanInput } from '#core/schedule'
import { threadTask } from '#server/platform/jobs/threadTask'

/** What a thread judges: of each article its text instead of the number of its words. */
export interface ToJudge {
  orders: RunOrder[]
  articles: Omit<RunArticle, 'words'>[]
  now: Instant | null
}

/** What a text is filled with, and the patterns. */
export interface ToFill {
  title: string
  body: string
  author: string | null
  source: string
  tags: string[]
  /** The day that stands for the date, and in whose words it is said. */
  at: Instant
  zone: string
  language: string | null
  url: string | null
  /** Of a day of the almanac, and of an account's evergreens. */
  prompt: string | null
  account: string | null
  count: string | null
  patterns: string[]
}

/** See `judgeArticles` of core/orders. */
export const judgeOrdersTask = threadTask<ToJudge, Judgement[]>('judgeOrders')
/** What patterns give, each list for one thing. */
export const fillOrdersTask = threadTask<ToFill[], string[][]>('fillOrders')
/** Where a plan puts its posts: instants, or why there is none, by their ids. */
export const placeOrdersTask = threadTask<
  PlanInput,
  [id: string, at: Instant | null, reason: Message | null][]
>('placeOrders')
