import { DAY, MINUTE, toInstant, type Instant } from '#core/instant'
import { heldPlaces, laterPlaces, slotsBetween, zoneClock, type Plan, type ZoneClock } from '#core/schedule'
import type { MonthView, PlacedCard, YearView } from '#shared/schedule/types'
import { LIMITS } from '#shared/platform/limits'
import { isDay } from '#shared/platform/schemaParts'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { deliveriesShown, dueTimes, type ShownDelivery } from '#server/delivery'
import { aboutPosts, approvalOf, wordingsOf, type QueuedPost } from '#server/posts'
import { datesWithPosts, dayAfter } from './almanac'
import { CARD_STATES, idsIn } from './cards'
import type { BrandPlan } from './plan'
import { planShown } from './recentPlan'

/** How far from now a month may lie. */
const REACH_DAYS = 3660

/**
 * The days that were asked for: `from`, a day within ten years of now (today without one), and so many
 * `weeks`.
 */
export function weeksAsked(
  query: Partial<Record<string, string>>,
  most: number,
): { from: string; weeks: number } {
  const today = new Date(now()).toISOString().slice(0, 10)
  const asked = query['from'] ?? ''
  const isNear = isDay(asked) && Math.abs(Date.parse(asked) - now()) < REACH_DAYS * DAY
  const weeks = Math.min(most, Math.max(1, Math.trunc(Number(query['weeks'] ?? most)) || most))
  return { from: isNear ? asked : today, weeks }
}

interface Card extends Omit<PlacedCard, 'authorName' | 'source' | 'campaignId' | 'tagIds' | 'orderId'> {
  /** The same before it goes out and after. */
  key: string
  remoteUrl: string | null
}

/** A post on an account at its time, gone out or still to come. */
export type PlacedPiece = Card

/**
 * So many weeks from a local day on: what went out, what has a place, what is open; behind the plan's end the
 * timetables' slots and what has a time of its own. Texts are the posts' own first words, not their proofs.
 */
export async function monthOf(brandId: string, from: string, weeks: number): Promise<MonthView> {
  const db = await useDb()
  const known = await planShown(db, brandId)
  const { brand, input, plan } = known
  const { start, end } = spanOf(brand.zone, from, weeks)
  const isShown = within(start, end)
  const held = heldPlaces(input, plan)
  const cards = await cardsBetween(db, known, start, end)
  const holds = new Map(input.accounts.map(({ id, hold }) => [id, hold]))
  const isKept = new Set(held.map(({ accountId, slotAt }) => `${accountId} ${slotAt}`))
  return {
    from,
    weeks,
    plannedUntil: input.until,
    cards: (await withFacts(db, brandId, cards)).map(({ key: _, remoteUrl: __, ...card }) => ({
      ...card,
      text: card.text.slice(0, LIMITS.firstWords),
    })),
    open: plan.open
      .filter((slot) => isShown(slot) && !isKept.has(`${slot.accountId} ${slot.at}`))
      .map(({ accountId, at, slotId, use }) => {
        const isHeld = isWithin(holds.get(accountId) ?? null, at)
        return { accountId, at, slotId, use, held: isHeld }
      }),
    later: laterSlots(known, end).filter(isShown),
    dates: await datesWithPosts(db, brandId, { from, to: dayAfter(from, weeks * 7) }),
  }
}

const within =
  (start: number, end: number) =>
  ({ at }: { at: string }): boolean =>
    Date.parse(at) >= start && Date.parse(at) < end

/**
 * All posts of a brand that went out or have a place from one moment until before another (milliseconds), in
 * order of time. Texts of what is to come are whole, of what went out their first words.
 */
export const placedBetween = async (
  db: Db,
  brandId: string,
  start: number,
  end: number,
): Promise<PlacedPiece[]> => cardsBetween(db, await planShown(db, brandId), start, end)

async function cardsBetween(db: Db, known: BrandPlan, start: number, end: number): Promise<Card[]> {
  const { brand, input, plan } = known
  const held = heldPlaces(input, plan)
  const places = [...plan.entries, ...held, ...laterPlaces(input, plan)].filter(within(start, end))
  const sent = await deliveriesShown(db, brand.id, start, end)
  return [...sent.map(sentCard), ...(await plannedCards(db, known, places, held))].sort((a, b) =>
    a.at.localeCompare(b.at),
  )
}

/**
 * All that stands in line or has a turn, with its whole text; `at` null for what has no place.
 */
export async function allPlanned(
  db: Db,
  known: BrandPlan,
): Promise<(Omit<PlacedCard, 'at'> & { at: Instant | null })[]> {
  const { brand, lines, input, plan } = known
  const held = heldPlaces(input, plan)
  const entries = [...plan.entries, ...held, ...laterPlaces(input, plan)]
  const placed = new Set(entries.map(({ postId }) => postId))
  const without = [...lines.values()]
    .filter(({ id }) => !placed.has(id))
    .map((line) => ({
      ...lineCard(line, line.own_text ?? line.text, new Set()),
      at: null,
    }))
  const all = [...(await plannedCards(db, known, entries, held)), ...without]
  return withFacts(
    db,
    brand.id,
    all.map(({ key: _, remoteUrl: __, ...card }) => card),
  )
}

/** How full each week is, from a local day on: what went out, what has a place, what is open. */
export async function yearOf(brandId: string, from: string, weeks: number): Promise<YearView> {
  const db = await useDb()
  const known = await planShown(db, brandId)
  const { input, plan } = known
  const { start, end, clock } = spanOf(known.brand.zone, from, weeks)
  const first = Math.floor(Date.parse(from) / DAY)
  const counts = Array.from({ length: weeks }, () => ({ sent: 0, lined: 0, open: 0, later: 0 }))
  const count = (name: keyof (typeof counts)[number], at: number): void => {
    if (at < start || at >= end) return
    const week = counts[Math.floor((clock.dayNumber(at) - first) / 7)]
    if (week) week[name]++
  }
  for (const at of await dueTimes(db, known.brand.id, start, end)) count('sent', at)
  const placed = [...plan.entries, ...heldPlaces(input, plan), ...laterPlaces(input, plan)]
  for (const { at } of placed) count('lined', Date.parse(at))
  for (const { at, use } of plan.open) if (use !== 'free') count('open', Date.parse(at))
  for (const { at } of laterSlots(known, end)) count('later', Date.parse(at))
  return { from, plannedUntil: input.until, weeks: counts }
}

function spanOf(zone: string, from: string, weeks: number): { start: number; end: number; clock: ZoneClock } {
  const day = Date.parse(`${from}T00:00:00Z`)
  const clock = zoneClock(zone, day, day + weeks * 7 * DAY)
  return { clock, start: clock.toUtc(day), end: clock.toUtc(day + weeks * 7 * DAY) }
}

const sentCard = (row: ShownDelivery): Card => ({
  id: row.id,
  accountId: row.account_id,
  postId: row.post_id,
  queueItemId: null,
  evergreenId: row.evergreen_id,
  at: toInstant(row.due_at),
  state: CARD_STATES[row.state],
  text: row.text,
  pillarId: row.pillar_id,
  isFixed: false,
  approval: null,
  isHeld: false,
  isHeldBack: false,
  key: row.evergreen_id ? turnKey(row.evergreen_id, row.slot_at ?? row.due_at) : (row.line_id ?? row.id),
  remoteUrl: row.remote_url,
})

const turnKey = (evergreenId: string, slotAt: number): string => `${evergreenId}-${slotAt / MINUTE}`

/** A place of the plan with what stands there: a post in line, or an evergreen. */
interface Planned {
  entry: Plan['entries'][number]
  row: { id: string; post_id: string; text: string; own_text: string | null; pillar_id: string | null }
  line: QueuedPost | null
}

/** Posts in line and evergreens' turns, in the wordings they go out in. */
async function plannedCards(
  db: Db,
  { lines, pool }: BrandPlan,
  entries: Plan['entries'],
  held: Plan['entries'],
): Promise<Card[]> {
  const heldIds = new Set(held.map(({ postId }) => postId))
  const known = entries.flatMap((entry): Planned[] => {
    const line = lines.get(entry.postId ?? '')
    const turn = pool.get(entry.evergreenId ?? '')?.row
    return line ? [{ entry, row: line, line }] : turn ? [{ entry, row: turn, line: null }] : []
  })
  const reworded = known.filter((one) => wordingOf(one) > 0)
  const wordings = new Map(
    (await wordingsOf(db, [...new Set(reworded.map(({ row }) => row.post_id))])).map((one) => [
      `${one.post_id} ${one.position}`,
      one.text,
    ]),
  )
  return known.map(({ entry, row, line }) => {
    const said = wordings.get(`${row.post_id} ${wordingOf({ entry, row, line })}`)
    const text = said ?? row.own_text ?? row.text
    return { ...(line ? lineCard(line, text, heldIds) : turnCard(row, entry, text)), at: entry.at }
  })
}

/** A post in line; `heldIds` of those that a hold of their account or brand keeps from having a place. */
function lineCard(line: QueuedPost, text: string, heldIds: ReadonlySet<string | null>): Omit<Card, 'at'> {
  const isHeld = line.state === 'held' && (line.hold_until === null || line.hold_until > now())
  return {
    id: line.id,
    accountId: line.account_id,
    postId: line.post_id,
    queueItemId: line.id,
    evergreenId: null,
    state: 'lined-up',
    text,
    pillarId: line.pillar_id,
    isFixed: line.fixed_at !== null || line.slot_at !== null,
    approval: approvalOf(line),
    isHeld,
    isHeldBack: heldIds.has(line.id) && !isHeld,
    key: line.id,
    remoteUrl: null,
  }
}

const turnCard = (
  row: Planned['row'],
  { accountId, at, slotAt }: Planned['entry'],
  text: string,
): Omit<Card, 'at'> => ({
  id: `${row.id} ${slotAt ?? at}`,
  accountId,
  postId: row.post_id,
  queueItemId: null,
  evergreenId: row.id,
  state: 'lined-up',
  text,
  pillarId: row.pillar_id,
  isFixed: false,
  // One that is not has no turn.
  approval: 'approved',
  isHeld: false,
  isHeldBack: false,
  key: turnKey(row.id, Date.parse(slotAt ?? at)),
  remoteUrl: null,
})

/** A post in line says itself in which wording it goes out; whose turn it is has the plan's. */
const wordingOf = ({ entry, line }: Planned): number => line?.wording ?? entry.wording

/** Slots of the timetables behind the plan's end, up to a moment. */
function laterSlots({ input }: BrandPlan, end: number): MonthView['later'] {
  const until = Math.min(end, now() + REACH_DAYS * DAY)
  if (until <= Date.parse(input.until)) return []
  return input.accounts.flatMap(({ id, timetable }) =>
    slotsBetween(timetable, input.until, toInstant(until)).flatMap(({ at, use }) =>
      use === 'free' ? [] : [{ accountId: id, at }],
    ),
  )
}

/** Who made them, and whose articles they are about. */
async function withFacts<T extends { postId: string }>(
  db: Db,
  brandId: string,
  cards: T[],
): Promise<(T & Pick<PlacedCard, 'authorName' | 'source' | 'campaignId' | 'tagIds' | 'orderId'>)[]> {
  const about = new Map(
    (await aboutPosts(db, brandId, [...new Set(cards.map(({ postId }) => postId))])).map((one) => [
      one.id,
      one,
    ]),
  )
  return cards.map((card) => ({
    ...card,
    authorName: about.get(card.postId)?.authorName ?? '',
    source: about.get(card.postId)?.source ?? null,
    campaignId: about.get(card.postId)?.campaign_id ?? null,
    tagIds: idsIn(about.get(card.postId)?.tag_ids ?? null),
    orderId: about.get(card.postId)?.order_id ?? null,
  }))
}

const isWithin = (hold: { until: Instant | null } | null, at: Instant): boolean =>
  hold !== null && (hold.until === null || at < hold.until)
