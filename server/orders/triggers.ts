import { v7 as uuid } from 'uuid'
import { datesOf, RuleError } from '#core/almanac'
import { DAY, toInstant } from '#core/instant'
import type { OrderRule } from '#shared/orders/types'
import { entriesOf, ruleOf } from '#server/almanac'
import { poolOf } from '#server/evergreens'
import { accountsOf } from '#server/networks'
import { brandById, type BrandRow } from '#server/people'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { carryOut } from './carrying'
import type { Order } from './wanted'
import { todayOf } from './days'
import { knownKeys } from './queries/log'
import { ordersAtWork } from './queries/orders'
import { readRule } from './rowJson'
import { ordersAble } from './able'
import { stateOf } from './running'
import { thingWithout } from './things'
import type { Thing } from './thing'

/** Lets orders act that no article sets off: a day of the almanac comes, evergreens run low. */
export async function triggersRound(): Promise<void> {
  const db = await useDb()
  const at = await ordersAtWork(db)
  for (const brandId of new Set(at.map(({ brand_id }) => brand_id))) {
    const brand = await brandById(db, brandId)
    // Most brands have none: what their orders can do is asked only of those that do.
    const asks = at.some(
      (row) => row.brand_id === brandId && readRule(row.rule_json).from.kind !== 'articles',
    )
    if (!brand || !asks) continue
    for (const order of await ordersAble(db, brand)) await trigger(db, brand, order)
  }
}

async function trigger(db: Db, brand: BrandRow, order: Order): Promise<void> {
  const { from, when } = order.rule
  if (from.kind === 'articles') return
  const things = from.kind === 'date' ? await daysThatCome(db, brand, from) : await poolsLow(db, brand, from)
  const known = await knownKeys(
    db,
    order.row.id,
    things.map(({ key }) => key),
  )
  const fresh = things.filter(({ key }) => !known.has(key))
  if (fresh.length === 0) return
  const { done } = await stateOf(db, brand, toInstant(now()))
  const today = todayOf(brand, now()).from
  const isToday = ({ at }: { at: string }): boolean => Date.parse(at) >= today
  const room = Math.min(
    when.perDay === null
      ? Number.POSITIVE_INFINITY
      : when.perDay - done.filter((one) => one.orderId === order.row.id && isToday(one)).length,
    order.looking.run.makesPosts
      ? brand.orders_per_day - done.filter((one) => one.isPost && isToday(one)).length
      : Number.POSITIVE_INFINITY,
  )
  // What is over waits for tomorrow: a day, or a low pool, does not go stale by then.
  await carryOut(
    brand,
    uuid(),
    fresh.slice(0, Math.max(0, room)).map((thing) => ({ order, thing, notBefore: null })),
  )
}

/** Days of the almanac that are as near as an order wants them. */
async function daysThatCome(db: Db, brand: BrandRow, from: OrderRule['from']): Promise<Thing[]> {
  const today = todayOf(brand, now()).date
  const last = new Date(Date.parse(today) + (from.daysBefore + 1) * DAY).toISOString().slice(0, 10)
  return (await entriesOf(db, brand.id))
    .filter(({ id }) => from.entries.includes(id))
    .flatMap((entry) => {
      try {
        return datesOf(ruleOf(entry), { from: today, to: last }).map((date) =>
          thingWithout({
            ...{ key: `date ${entry.id} ${date}`, title: entry.title, prompt: entry.prompt || null },
            at: `${date}T12:00:00.000Z`,
            day: { date, title: entry.title, prompt: entry.prompt, of: entry.id },
            usual: { pillarId: entry.pillar_id, accountIds: null, hashtags: [] },
          }),
        )
      } catch (error) {
        if (error instanceof RuleError) return []
        throw error
      }
    })
}

/** An account whose evergreens run low, at most once a week. */
async function poolsLow(db: Db, brand: BrandRow, from: OrderRule['from']): Promise<Thing[]> {
  const account = (await accountsOf(db, brand.id)).find(({ id }) => id === from.accountId)
  if (!account) return []
  const count = (await poolOf(db, brand.id)).filter(
    ({ row, waits }) => row.account_id === account.id && waits === null,
  ).length
  if (count >= from.below) return []
  const day = Date.parse(todayOf(brand, now()).date)
  const monday = new Date(day - ((new Date(day).getUTCDay() + 6) % 7) * DAY).toISOString().slice(0, 10)
  return [
    thingWithout({
      ...{ key: `pool ${account.id} ${monday}`, title: account.name, at: toInstant(now()) },
      ...{ account: account.name, count: String(count) },
    }),
  ]
}
