import { DAY, toInstant } from '../../core/instant'
import { zoneClock, type Plan } from '../../core/schedule'
import type { Card, CardState, ScheduleView } from '../../shared/api'
import { now } from '../clock'
import { useDb } from '../db'
import { deliveriesBetween } from '../db/deliveries'
import { postsByIds, type LinedPost } from '../db/posts'
import type { AccountRow, DeliveryRow } from '../db/rows'
import { HISTORY_DAYS, planOf } from './plan'
import { proofMaker } from './proofs'

/** The Schedule from a local day on: what went out, what waits, what is open. */
export async function scheduleOf(brandId: string, from: string | null, days: number): Promise<ScheduleView> {
  const db = await useDb()
  const { brand, accounts, lines, deliveries, plan } = await planOf(db, brandId)
  const clock = zoneClock(brand.zone, now() - 400 * DAY, now() + 400 * DAY)
  const first = from ?? clock.dayOf(now())
  const start = clock.toUtc(Date.parse(`${first}T00:00:00Z`))
  const last = new Date(Date.parse(`${first}T00:00:00Z`) + days * DAY).toISOString().slice(0, 10)
  const end = clock.toUtc(Date.parse(`${last}T00:00:00Z`))
  const shown = start < now() - HISTORY_DAYS * DAY ? await deliveriesBetween(db, brandId, start, end) : deliveries
  const isShown = (at: string): boolean => Date.parse(at) >= start && Date.parse(at) < end
  const entries = plan.entries.filter((entry) => isShown(entry.at))
  const posts = await postsByIds(db, brandId, entries.flatMap((entry) => entry.postId ?? [])) // prettier-ignore
  const proofOf = await proofMaker(db, brand, posts)
  const textOf = (line: LinedPost, account: AccountRow): string => proofOf(line.post_id, account).proof.text
  const cards = [...shown.map(deliveryCard), ...entries.flatMap((entry) => lineCard(entry, lines, accounts, textOf))]
  const fillable = plan.open.filter((slot) => Date.parse(slot.at) < now() + 7 * DAY)
  return {
    from: first,
    to: last,
    zone: brand.zone,
    now: toInstant(now()),
    cards: cards.filter((card) => isShown(card.at)).sort((a, b) => a.at.localeCompare(b.at)),
    open: plan.open.filter((slot) => isShown(slot.at)),
    troubled: troubledOf(deliveries, lines).map(deliveryCard),
    unplaced: plan.unplaced.flatMap((entry) => {
      const line = lines.find((candidate) => candidate.post_id === entry.postId && candidate.account_id === entry.accountId)
      return line ? [{ lineId: line.id, postId: line.post_id, accountId: line.account_id, text: line.own_text ?? line.text, says: entry.says }] : []
    }),
    lined: plan.entries.length,
    openCount: fillable.length,
    firstOpenAt: fillable[0]?.at ?? null,
    endsAt: plan.entries.at(-1)?.at ?? null,
    perAccount: plan.perAccount,
  }
}

const TROUBLE_DAYS = 7

/** Deliveries of the last week that did not arrive, newest first; one whose post waits again or went out since is settled. */
function troubledOf(deliveries: DeliveryRow[], lines: LinedPost[]): DeliveryRow[] {
  const isSame = (a: { post_id: string; account_id: string }, b: DeliveryRow): boolean => a.post_id === b.post_id && a.account_id === b.account_id
  return deliveries
    .filter((delivery) => ['not-sent', 'waiting', 'unknown'].includes(delivery.state) && delivery.due_at > now() - TROUBLE_DAYS * DAY)
    .filter(
      (delivery) => !lines.some((line) => isSame(line, delivery)) && !deliveries.some((other) => isSame(other, delivery) && other.due_at > delivery.due_at),
    )
    .toReversed()
}

function lineCard(
  entry: Plan['entries'][number],
  lines: LinedPost[],
  accounts: AccountRow[],
  textOf: (line: LinedPost, account: AccountRow) => string,
): Card[] {
  const line = lines.find((candidate) => candidate.post_id === entry.postId && candidate.account_id === entry.accountId)
  const account = accounts.find((candidate) => candidate.id === entry.accountId)
  if (!line || !account) return []
  return [
    {
      id: line.id,
      accountId: entry.accountId,
      postId: line.post_id,
      lineId: line.id,
      deliveryId: null,
      at: entry.at,
      state: 'lined-up',
      text: textOf(line, account),
      pillarId: line.pillar_id,
      says: entry.because,
      warns: entry.warns,
      remoteUrl: null,
    },
  ]
}

const CARD_STATES: Record<string, CardState> = {
  planned: 'sending',
  sending: 'sending',
  waiting: 'trying-again',
  unknown: 'unknown',
  sent: 'sent',
  'not-sent': 'not-sent',
}

function deliveryCard(delivery: DeliveryRow): Card {
  const frozen = JSON.parse(delivery.frozen_json) as { text: string }
  return {
    id: delivery.id,
    accountId: delivery.account_id,
    postId: delivery.post_id,
    lineId: null,
    deliveryId: delivery.id,
    at: toInstant(delivery.due_at),
    state: CARD_STATES[delivery.state] ?? 'unknown',
    text: frozen.text,
    pillarId: delivery.pillar_id,
    says: delivery.says,
    warns: [],
    remoteUrl: delivery.remote_url,
  }
}
