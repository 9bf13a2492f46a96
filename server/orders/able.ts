import type { BrandRow } from '#server/people'
import { realNow } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { FaultFacts, faultOf } from './faults'
import { lookingOf } from './looking'
import * as store from './queries/orders'
import { restOrder } from './resting'
import { readRule } from './rowJson'
import type { OrderRow } from './rows'
import type { Order } from './wanted'

/** A brand's orders that are on and can do what they say; one that can't rests. */
export async function ordersAble(db: Db, brand: BrandRow, rows?: OrderRow[]): Promise<Order[]> {
  const able: Order[] = []
  const facts = new FaultFacts(db, brand.id)
  for (const row of rows ?? (await store.ordersOf(db, brand.id))) {
    if (row.state !== 'on') continue
    const rule = readRule(row.rule_json)
    const fault = await faultOf(facts, rule, row.acts_for)
    if (fault) await restOrder(row, [fault])
    else able.push({ row, rule, looking: await lookingOf(db, brand.id, row.id, rule) })
  }
  return able
}

/** What a brand's orders were found to be a moment ago: after a night thousands of articles come in a row. */
const found = new Map<string, { signature: string; until: number; orders: Order[] }>()
const FOUND_MS = 5_000

/**
 * The same, as it was found a moment ago where none of the orders was changed since. What they name may be
 * gone by now: whoever does something by them asks once more.
 */
export async function ordersAbleNow(db: Db, brand: BrandRow): Promise<Order[]> {
  const rows = await store.ordersOf(db, brand.id)
  const signature = JSON.stringify(
    rows.map(({ id, version, state, on_since, position }) => [id, version, state, on_since, position]),
  )
  const known = found.get(brand.id)
  if (known?.signature === signature && known.until > realNow()) return known.orders
  const orders = await ordersAble(db, brand, rows)
  found.set(brand.id, { signature, until: realNow() + FOUND_MS, orders })
  return orders
}

/** Whether an order can do what it says still; where it can't, all of its brand's are looked at anew. */
export async function isAbleStill(db: Db, { row, rule }: Order): Promise<boolean> {
  if ((await faultOf(new FaultFacts(db, row.brand_id), rule, row.acts_for)) === null) return true
  found.delete(row.brand_id)
  return false
}
