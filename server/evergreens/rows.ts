import { messages, real, tableOf, text, whole, type RowOf, type TableType } from '#server/platform/db/tables'

/** A post that comes round again on one account. */
export const EVERGREENS = tableOf('evergreens', {
  id: text(),
  brand_id: text(),
  post_id: text(),
  account_id: text(),
  /** Its place among those that were never shown. */
  position: real(),
  /** Days that it rests between two showings. */
  min_days: whole(),
  /** The last moment it may be shown; null for none. */
  ends_at: whole().orNull(),
  /** How often it may still be shown from `counted_from` on; null for as often as its turn comes. */
  most_times: whole().orNull(),
  counted_from: whole(),
  state: text<'in-turn' | 'resting' | 'retired'>(),
  /** Since when it is in that state. */
  since: whole(),
  /** Why it rests, where nobody put it to rest. */
  message: messages().orNull(),
  created_by: text(),
  created_at: whole(),
})
export type EvergreenRow = RowOf<typeof EVERGREENS>

/** An article of a brand's own feed that is to be no evergreen. */
export const EVERGREENS_PASSED = tableOf('evergreens_passed', {
  brand_id: text(),
  article_id: text(),
  passed_at: whole(),
})

declare module 'knex/types/tables' {
  interface Tables {
    evergreens: TableType<typeof EVERGREENS>
    evergreens_passed: TableType<typeof EVERGREENS_PASSED>
  }
}
