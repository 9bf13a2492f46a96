import { v7 as uuid } from 'uuid'
import { DAY, toInstant } from '#core/instant'
import { loopsOf } from '#core/orders'
import { say } from '#shared/messages'
import type { OrderRule, OrdersView, OrderView } from '#shared/orders/types'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import { tagsOf } from '#server/articles'
import { accountById } from '#server/networks'
import { brandById, nextPosition, personById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import { problem } from '#server/platform/http/problem'
import { parsedQuery } from '#server/watches'
import { FaultFacts, faultOf } from './faults'
import { countDone } from './queries/log'
import * as store from './queries/orders'
import { settleOrder } from './resting'
import { readRule } from './rowJson'
import type { OrderRow } from './rows'

/** Days back of which is told how much an order did. */
const COUNTED_DAYS = 7

/** A brand's orders, in the order in which they act. */
export async function ordersView(brandId: string): Promise<OrdersView> {
  const db = await useDb()
  const brand = (await brandById(db, brandId))!
  const rows = await store.ordersOf(db, brandId)
  const counts = new Map(
    (await countDone(db, brandId, now() - COUNTED_DAYS * DAY)).map(({ order_id, n }) => [
      order_id,
      Number(n),
    ]),
  )
  const stoppedBy = brand.orders_stopped_by && (await personById(db, brand.orders_stopped_by))
  return {
    orders: rows.map((row) => viewOf(row, counts.get(row.id) ?? 0)),
    stopped:
      brand.orders_stopped_at === null
        ? null
        : { at: toInstant(brand.orders_stopped_at), by: stoppedBy ? stoppedBy.name : '' },
    perDay: brand.orders_per_day,
    loops: await loopsAmong(db, brandId, rows),
  }
}

const viewOf = (row: OrderRow, done: number): OrderView => ({
  ...{ id: row.id, name: row.name, rule: readRule(row.rule_json), state: row.state, done },
  message: say(messagesOf(row.message)),
  onSince: row.on_since === null ? null : toInstant(row.on_since),
  lastAt: row.last_at === null ? null : toInstant(row.last_at),
  version: row.version,
})

async function loopsAmong(db: Db, brandId: string, rows: OrderRow[]): Promise<string[][]> {
  const names = new Map((await tagsOf(db, brandId)).map(({ id, name }) => [id, name.toLowerCase()]))
  const orders = rows.map((row) => {
    const { from, act, hand } = readRule(row.rule_json)
    return {
      id: row.id,
      waitsFor: from.tagIds.flatMap((id) => names.get(id) ?? []),
      puts: act === 'tag' ? hand.tags.map((name) => name.toLowerCase()) : [],
    }
  })
  const byId = new Map(rows.map(({ id, name }) => [id, name]))
  return loopsOf(orders).map((loop) => loop.map((id) => byId.get(id)!))
}

interface OrderInput {
  name: string
  rule: OrderRule
  version: number
}

/** A query that is none is refused here, with its place. */
function requireQuery(rule: OrderRule): void {
  if (rule.only.query !== '') parsedQuery(rule.only.query)
}

/** Adds an order, which is off. Throws `badQuery` and `tooManyOrders`. */
export async function addOrder(
  actor: Actor,
  { name, rule }: Omit<OrderInput, 'version'>,
): Promise<Undoable & { id: string }> {
  requireQuery(rule)
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'order', id, async (db, tracked) => {
    const known = await store.ordersOf(db, actor.brandId)
    if (known.length >= LIMITS.orders.most.orders) throw problem('tooManyOrders', LIMITS.orders.most.orders)
    await tracked.insert(
      'orders',
      { id },
      {
        ...{ brand_id: actor.brandId, name, rule_json: JSON.stringify(rule), state: 'off' },
        ...{ acts_for: actor.personId, created_by: actor.personId, created_at: now() },
        position: await nextPosition(db, 'orders', actor.brandId),
      },
    )
  })
  return { id, historyId }
}

/**
 * Changes an order, which acts in this person's name from then on. What is on stays on where it may do what
 * it says now. Throws `notFound`, `badQuery`, `stale`, and `orderCant`.
 */
export async function editOrder(
  actor: Actor,
  id: string,
  { name, rule, version }: OrderInput,
): Promise<Undoable> {
  requireQuery(rule)
  const { historyId } = await changeUndoably(actor, 'order', id, async (db, tracked) => {
    const row = await known(db, actor, id)
    if (row.version !== version) throw problem('stale')
    if (row.state === 'on') await requireAble(db, actor, rule)
    await tracked.update(
      'orders',
      { id },
      {
        ...{ name, rule_json: JSON.stringify(rule), acts_for: actor.personId, version: row.version + 1 },
        ...(row.state === 'resting' ? { state: 'off', message: null } : {}),
      },
    )
    await settleOrder(db, actor.brandId, id)
  })
  return { historyId }
}

async function known(db: Db, actor: Actor, id: string): Promise<OrderRow> {
  const row = await store.orderById(db, actor.brandId, id)
  if (!row) throw problem('notFound')
  return row
}

async function requireAble(db: Db, actor: Actor, rule: OrderRule): Promise<void> {
  const fault = await faultOf(new FaultFacts(db, actor.brandId), rule, actor.personId)
  if (fault) throw problem('orderCant', say([fault]))
}

/** Switches an order on, for what comes from now on, or off. Throws `notFound`, `orderCant`. */
export async function switchOrder(actor: Actor, id: string, isOn: boolean): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'order', id, async (db, tracked) => {
    const row = await known(db, actor, id)
    if (isOn) await requireAble(db, actor, readRule(row.rule_json))
    await tracked.update(
      'orders',
      { id },
      {
        ...{ state: isOn ? 'on' : 'off', on_since: isOn ? now() : null, message: null, failures: 0 },
        ...{ acts_for: isOn ? actor.personId : row.acts_for, version: row.version + 1 },
      },
    )
    await settleOrder(db, actor.brandId, id)
  })
  return { historyId }
}

/** Removes an order; what it made stays. Throws `notFound`. */
export async function removeOrder(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'order', id, async (db, tracked) => {
    const row = await known(db, actor, id)
    await tracked.update(
      'orders',
      { id },
      { removed_at: now(), state: 'off', on_since: null, version: row.version + 1 },
    )
    await settleOrder(db, actor.brandId, id)
  })
  return { historyId }
}

/** Puts orders in the order in which they act. Throws `notFound` where one is not there. */
export async function placeOrders(actor: Actor, ids: string[]): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'order', '', async (db, tracked) => {
    const rows = new Map((await store.ordersOf(db, actor.brandId)).map((row) => [row.id, row]))
    if (ids.length !== rows.size || ids.some((id) => !rows.has(id))) throw problem('stale')
    for (const [at, id] of ids.entries()) await tracked.update('orders', { id }, { position: at + 1 })
  })
  return { historyId }
}

/**
 * Stops all of a brand's orders at once: nothing more is done, and what they lined up unseen waits. Lifted,
 * they take what comes from then on.
 */
export async function stopOrders(actor: Actor, isStopped: boolean): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'order', '', async (db, tracked) => {
    await tracked.update(
      'brands',
      { id: actor.brandId },
      {
        orders_stopped_at: isStopped ? now() : null,
        orders_stopped_by: isStopped ? actor.personId : null,
      },
    )
    // What came while they stood is not taken afterwards, all at once.
    if (!isStopped) await store.forgetTodo(db, actor.brandId)
    await announce(db, actor.brandId, 'line', '')
  })
  return { historyId }
}

/** How many posts all of a brand's orders make on a day at most. */
export async function setCeiling(actor: Actor, perDay: number): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'order', '', (_, tracked) =>
    tracked.update('brands', { id: actor.brandId }, { orders_per_day: perDay }),
  )
  return { historyId }
}

/**
 * An owner says that orders may post on an account unseen, or no longer; then what they lined up there waits
 * for somebody to look it over. Throws `notFound`.
 */
export async function setConsent(actor: Actor, accountId: string, isGiven: boolean): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'account', accountId, async (db, tracked) => {
    if (!(await accountById(db, actor.brandId, accountId))) throw problem('notFound')
    await tracked.update(
      'accounts',
      { id: accountId },
      { unseen_by: isGiven ? actor.personId : null, unseen_since: isGiven ? now() : null },
    )
    await announce(db, actor.brandId, 'line', '')
    await announce(db, actor.brandId, 'order', '')
  })
  return { historyId }
}
