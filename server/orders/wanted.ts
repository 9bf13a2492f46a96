import type { Instant } from '#core/instant'
import type { OrderRule } from '#shared/orders/types'
import type { Looking } from './looking'
import type { OrderRow } from './rows'
import type { Thing } from './thing'

/** An order that is on, with what it says. */
export interface Order {
  row: OrderRow
  rule: OrderRule
  looking: Looking
}

/** Something that an order is to do. */
export interface Wanted {
  order: Order
  thing: Thing
  notBefore: Instant | null
}
