import { sayPlan } from '#shared/schedule/messages'
import { DAY, toInstant } from '#core/instant'
import { heldPlaces, laterPlaces, lookAhead, zoneClock, type Plan } from '#core/schedule'
import type { DeliveryState } from '#shared/delivery/states'
import type { FoundAhead, ScheduleAnswer, ScheduleView } from '#shared/schedule/types'
import * as words from '#shared/words'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { deliveriesBetween, type DeliveryRow } from '#server/delivery'
import type { QueuedPost } from '#server/posts'
import { datesWithPosts } from './almanac'
import { cardFacts, deliveryCard, queueCard, turnCard, turnOf } from './cards'
import { cardTexts } from './cardTexts'
import { HISTORY_DAYS, versionOf, type BrandPlan } from './plan'
import { planBase } from './planBase'
import { planShown } from './recentPlan'

/** Days of the ribbon. */
const COMING_DAYS = 7

/**
 * The Schedule from a local day on, where asked for with the seven days from today and with what the plan is
 * made from, all by one plan.
 */
export async function scheduleOf(
  brandId: string,
  from: string | null,
  days: number,
  besides: { coming: boolean; base: boolean },
): Promise<ScheduleAnswer> {
  const db = await useDb()
  const known = await planShown(db, brandId)
  const shown = await scheduleFrom(db, known, from, days)
  return {
    ...shown,
    coming: besides.coming ? await scheduleFrom(db, known, null, COMING_DAYS) : null,
    base: besides.base ? planBase(known) : null,
  }
}

/** What went out, what waits, what is open. */
async function scheduleFrom(
  db: Db,
  known: BrandPlan,
  from: string | null,
  days: number,
): Promise<ScheduleView> {
  const { brand, accounts, lines, deliveries, pool, input, plan } = known
  const brandId = brand.id
  const clock = zoneClock(brand.zone, now() - 400 * DAY, now() + 400 * DAY)
  const first = from ?? clock.dayOf(now())
  const start = clock.toUtc(Date.parse(`${first}T00:00:00Z`))
  const last = new Date(Date.parse(`${first}T00:00:00Z`) + days * DAY).toISOString().slice(0, 10)
  const end = clock.toUtc(Date.parse(`${last}T00:00:00Z`))
  const shown =
    start < now() - HISTORY_DAYS * DAY ? await deliveriesBetween(db, brandId, start, end) : deliveries
  const isShown = (at: string): boolean => Date.parse(at) >= start && Date.parse(at) < end
  // What a hold keeps from having a place is shown where it would stand without: nothing seems lost while all
  // is held.
  const held = heldPlaces(input, plan)
  const heldIds = new Set(held.map(({ postId }) => postId))
  const later = laterPlaces(input, plan)
  const laterIds = new Set(later.map(({ postId }) => postId))
  const entries = [...plan.entries, ...held, ...later].filter((entry) => isShown(entry.at))
  const shownQueueItems = entries.flatMap((entry) => lines.get(entry.postId ?? '') ?? [])
  const turns = entries.flatMap((entry) => turnOf(entry, pool) ?? [])
  const facts = await cardFacts(db, brandId, [
    ...shownQueueItems.map((line) => line.post_id),
    ...turns.map((turn) => turn.post_id),
    ...shown.map((delivery) => delivery.post_id),
  ])
  const texts = await cardTexts(
    db,
    brand,
    accounts,
    [...shownQueueItems, ...turns].filter((line) => accounts.some(({ id }) => id === line.account_id)),
  )
  const cards = [
    // What came back into the line stands there again.
    ...shown.filter(({ state }) => state !== 'back-in-line').map((delivery) => deliveryCard(delivery, facts)),
    ...turns.map((turn) => turnCard(turn, texts.get(turn.id)!, facts)),
    ...entries.flatMap((entry) => {
      const line = lines.get(entry.postId ?? '')
      const account = accounts.find(({ id }) => id === entry.accountId)
      if (!line || !account) return []
      const card = queueCard(entry, line, texts.get(line.id)!, facts)
      return [
        heldIds.has(line.id)
          ? { ...card, isHeldBack: !card.isHeld, message: words.hold.wouldGo(card.message) }
          : card,
      ]
    }),
  ]
  const holds = new Map(input.accounts.map(({ id, hold }) => [id, hold]))
  const isKept = new Set(held.map(({ accountId, slotAt }) => `${accountId} ${slotAt}`))
  const unkept = plan.open.filter((slot) => !isKept.has(`${slot.accountId} ${slot.at}`))
  const open = unkept.map((slot) => ({
    ...slot,
    reason: sayPlan(slot.reason),
    held: isWithin(holds.get(slot.accountId) ?? null, slot.at),
  }))
  const takable = open.filter((slot) => slot.use !== 'free' && !slot.held)
  // An account that nothing was lined up for lately is no gap to fill.
  const inLine = plan.entries.filter(({ postId }) => postId !== null)
  const used = new Set([...input.posts, ...input.history].map(({ accountId }) => accountId))
  const fillable = takable.filter(
    (slot) => Date.parse(slot.at) < now() + 7 * DAY && (used.size === 0 || used.has(slot.accountId)),
  )
  return {
    from: first,
    to: last,
    zone: brand.zone,
    now: toInstant(now()),
    dates: await datesWithPosts(db, brandId, { from: first, to: last }),
    cards: cards.filter((card) => isShown(card.at)).sort((a, b) => a.at.localeCompare(b.at)),
    open: open.filter((slot) => isShown(slot.at)),
    troubled: troubledOf(deliveries, [...lines.values()]).map((delivery) => deliveryCard(delivery, facts)),
    unplaced: plan.unplaced.flatMap((entry) => {
      const line = lines.get(entry.postId)
      // An echo of weeks ahead has its place in time.
      if (line?.follows_id && entry.code === 'beyond-until') return []
      if (heldIds.has(entry.postId) || laterIds.has(entry.postId)) return []
      return line
        ? [
            {
              queueItemId: line.id,
              postId: line.post_id,
              accountId: line.account_id,
              text: line.own_text ?? line.text,
              message: sayPlan(entry.message),
            },
          ]
        : []
    }),
    planVersion: versionOf(plan),
    lined: inLine.length,
    heldBack: held.length,
    openCount: fillable.length,
    firstOpenAt: fillable[0]?.at ?? null,
    endsAt: lastOf([...inLine, ...held]),
    perAccount: plan.perAccount.map((item) => ({
      ...item,
      endsAt: lastOf([...inLine, ...held].filter(({ accountId }) => accountId === item.accountId)),
      firstOpenAt: takable.find((slot) => slot.accountId === item.accountId)?.at ?? null,
      waiting: input.posts.filter(({ accountId }) => accountId === item.accountId).length,
    })),
  }
}

const lastOf = (entries: Plan['entries']): string | null =>
  entries.reduce<string | null>((last, { at }) => (last === null || at > last ? at : last), null)
const isWithin = (hold: { until: string | null } | null, at: string): boolean =>
  hold !== null && (hold.until === null || at < hold.until)

const TROUBLE_DAYS = 7
const TROUBLED: DeliveryState[] = ['not-sent', 'waiting', 'unknown', 'undecided', 'in-part']

/**
 * Deliveries of the last week that did not arrive, newest first; one whose post waits again or went out since
 * is settled.
 */
function troubledOf(deliveries: DeliveryRow[], lines: QueuedPost[]): DeliveryRow[] {
  const isSame = (a: { post_id: string; account_id: string; echo: number }, b: DeliveryRow): boolean =>
    a.post_id === b.post_id && a.account_id === b.account_id && a.echo === b.echo
  return deliveries
    .filter((delivery) => TROUBLED.includes(delivery.state) && delivery.due_at > now() - TROUBLE_DAYS * DAY)
    .filter(
      (delivery) =>
        !lines.some((line) => isSame(line, delivery)) &&
        !deliveries.some((other) => isSame(other, delivery) && other.due_at > delivery.due_at),
    )
    .toReversed()
}

/** What stands out in the coming week, with the words of the posts it is about. */
export async function lookAheadOf(brandId: string): Promise<FoundAhead[]> {
  const { input, plan, lines } = await planShown(await useDb(), brandId)
  return lookAhead(input, plan).map((found) => {
    const line = lines.get(found.postId ?? '')
    return {
      ...found,
      message: sayPlan(found.message),
      postId: line?.post_id ?? null,
      queueItemId: line?.id ?? null,
      text: line ? (line.own_text ?? line.text) : null,
    }
  })
}
