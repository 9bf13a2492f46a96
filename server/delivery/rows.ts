import type { DeliveryState } from '#shared/delivery/states'
import { messages, text, whole, tableOf, type RowOf, type TableType } from '#server/platform/db/tables'

export const DELIVERIES = tableOf('deliveries', {
  id: text(),
  brand_id: text(),
  post_id: text(),
  account_id: text(),
  key: text(),
  due_at: whole(),
  slot_at: whole().orNull(),
  state: text<DeliveryState>(),
  frozen_json: text(),
  pillar_id: text().orNull(),
  link_key: text().orNull(),
  series_id: text().orNull(),
  attempts: whole().orDefault(),
  next_try_at: whole(),
  lease_until: whole().orDefault(),
  remote_id: text().orNull(),
  remote_url: text().orNull(),
  message: messages(),
  sent_at: whole().orNull(),
  line_id: text().orNull(),
  /** Whose turn it was among the evergreens. */
  evergreen_id: text().orNull(),
  echo: whole().orDefault(),
  wording: whole().orDefault(),
  good_until: whole().orNull(),
  /** 1 once what it was as it went out stands with the sent posts. */
  counted: whole().orDefault(),
})
export type DeliveryRow = RowOf<typeof DELIVERIES>

export const DELIVERY_EVENTS = tableOf('delivery_events', {
  delivery_id: text(),
  at: whole(),
  state: text<DeliveryState>(),
  cause: messages(),
  person_id: text().orNull(),
})
export type DeliveryEventRow = RowOf<typeof DELIVERY_EVENTS>

declare module 'knex/types/tables' {
  interface Tables {
    deliveries: TableType<typeof DELIVERIES>
    delivery_events: TableType<typeof DELIVERY_EVENTS>
  }
}
