import type { LogOutcome, OrderAct, OrderLeft, OrderState } from '#shared/orders/types'
import { messages, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

export const ORDERS = tableOf('orders', {
  id: text(),
  brand_id: text(),
  name: text(),
  /** An OrderRule. */
  rule_json: text(),
  state: text<OrderState>().orDefault(),
  /** Why it rests. */
  message: messages().orNull(),
  /** Since when it is on: what came before is none of its. */
  on_since: whole().orNull(),
  /** In whose name it acts: who wrote it last. */
  acts_for: text(),
  /** When it last took something. */
  last_at: whole().orNull().noted(),
  /** Times in a row that it failed. */
  failures: whole().orDefault().noted(),
  position: whole(),
  created_by: text(),
  created_at: whole(),
  version: whole().orDefault(),
  removed_at: whole().orNull(),
})
export type OrderRow = RowOf<typeof ORDERS>

/** What an order did, or left. */
export const ORDER_LOG = tableOf('order_log', {
  id: text(),
  brand_id: text(),
  order_id: text(),
  /** An article's address, or what else set it off: each once. */
  key: text(),
  run_id: text(),
  at: whole(),
  act: text<OrderAct>(),
  outcome: text<LogOutcome>(),
  why: text<OrderLeft>().orNull(),
  message: messages().orNull(),
  article_id: text().orNull(),
  /** As they were then: articles go before this does. */
  title: text(),
  source: text(),
  post_id: text().orNull(),
  /** From when on its post may go out. */
  not_before: whole().orNull(),
  /** Ids of the tags that it put on. */
  put_on_json: text().orDefault(),
})
export type OrderLogRow = RowOf<typeof ORDER_LOG>

/** Articles that a brand's orders have yet to look at. */
export const ORDER_TODO = tableOf('order_todo', { brand_id: text(), article_id: text(), since: whole() })

declare module 'knex/types/tables' {
  interface Tables {
    orders: TableType<typeof ORDERS>
    order_log: TableType<typeof ORDER_LOG>
    order_todo: TableType<typeof ORDER_TODO>
  }
}
