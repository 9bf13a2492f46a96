import { note, say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { sayPost } from '#shared/posts/messages'
import { sayPlan } from '#shared/schedule/messages'
import { toInstant } from '#core/instant'
import { goodUntilChecks } from '#core/post'
import type { Plan } from '#core/schedule'
import type { DeliveryState } from '#shared/delivery/states'
import type { Card, CardState } from '#shared/schedule/types'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { DeliveryRow } from '#server/delivery'
import type { Pooled } from '#server/evergreens'
import { aboutPosts, approvalOf, readPayload, sendingsOfPosts, type QueuedPost } from '#server/posts'
import type { CardText, Shown } from './cardTexts'
import type { BrandPlan } from './plan'

// Cards of the Schedule: what is in line, whose turn comes, what went out.

type AboutPost = Pick<Card, 'authorName' | 'source' | 'campaignId' | 'tagIds' | 'orderId'>

export interface CardFacts {
  about: Map<string, AboutPost>
  /** How often a post stands on an account, sent or to be sent. */
  times: Map<string, number>
}

/** Who made these posts, whose articles they are about, and how often each stands on an account. */
export async function cardFacts(db: Db, brandId: string, postIds: string[]): Promise<CardFacts> {
  const ids = [...new Set(postIds)]
  const about = new Map(
    (await aboutPosts(db, brandId, ids)).map(({ id, authorName, source, campaign_id, tag_ids, order_id }) => [
      id,
      { authorName, source, campaignId: campaign_id, tagIds: idsIn(tag_ids), orderId: order_id },
    ]),
  )
  const times = new Map(
    (await sendingsOfPosts(db, brandId, ids)).map((row) => [
      `${row.post_id} ${row.account_id}`,
      Number(row.n),
    ]),
  )
  return { about, times }
}

/** Ids as a query gives them together. */
export const idsIn = (together: string | null): string[] => (together === null ? [] : together.split(','))

const aboutOf = (postId: string, about: CardFacts['about']): AboutPost =>
  about.get(postId) ?? { authorName: '', source: null, campaignId: null, tagIds: [], orderId: null }

function factsOf(
  row: { post_id: string; account_id: string; echo: number },
  { about, times }: CardFacts,
): AboutPost & Pick<Card, 'echo'> {
  const total = times.get(`${row.post_id} ${row.account_id}`) ?? 1
  return {
    ...aboutOf(row.post_id, about),
    echo: total > 1 ? { at: row.echo + 1, of: total } : null,
  }
}

/** Whether an order approved it, and it may not go out before somebody has looked it over. */
export const waitsToBeSeen = (entry: Pick<Plan['entries'][number], 'firm'>, line: QueuedPost): boolean =>
  line.unseen === 1 && !entry.firm && approvalOf(line) === 'approved' && line.state !== 'held'

/** A post in line, at its place. */
export function queueCard(
  entry: Plan['entries'][number],
  line: QueuedPost,
  { text, problems }: CardText,
  facts: CardFacts,
): Card {
  const goodUntil = line.good_until === null ? null : toInstant(line.good_until)
  const late = goodUntilChecks({ now: toInstant(now()), plannedAt: entry.at, goodUntil })
  return {
    id: line.id,
    accountId: entry.accountId,
    postId: line.post_id,
    queueItemId: line.id,
    deliveryId: null,
    evergreenId: null,
    at: entry.at,
    state: 'lined-up',
    text,
    pillarId: line.pillar_id,
    message: sayPlan(entry.reason),
    warnings: [
      ...(waitsToBeSeen(entry, line) ? [say([note('order.waits')])] : []),
      ...(line.back_message === null ? [] : [say(messagesOf(line.back_message))]),
      ...entry.warnings.map(sayPlan),
    ],
    remoteUrl: null,
    isFixed: line.fixed_at !== null || line.slot_at !== null,
    approval: waitsToBeSeen(entry, line) ? 'in-review' : approvalOf(line),
    isHeldBack: false,
    isHeld: line.state === 'held' && (line.hold_until === null || line.hold_until > now()),
    problems: [...problems, ...late.map(({ message }) => sayPost(message))],
    ...factsOf(line, facts),
  }
}

/** An evergreen's turn, as its card needs it. */
export interface Turn extends Shown {
  entry: Plan['entries'][number]
  row: Pooled['row']
}

/** The evergreen whose turn an entry is; null for any other. */
export function turnOf(entry: Plan['entries'][number], pool: BrandPlan['pool']): Turn | null {
  const row = pool.get(entry.evergreenId ?? '')?.row
  if (!row) return null
  const { post_id, version, account_id } = row
  const id = `${row.id} ${entry.slotAt ?? entry.at}`
  return { id, post_id, version, account_id, wording: entry.wording, echo: 0, entry, row }
}

/** An evergreen's turn: it stands in no line, so that nothing moves it. */
export const turnCard = (
  { id, entry, row }: Turn,
  { text, problems }: CardText,
  { about }: CardFacts,
): Card => ({
  id,
  accountId: entry.accountId,
  postId: row.post_id,
  queueItemId: null,
  deliveryId: null,
  evergreenId: row.id,
  at: entry.at,
  state: 'lined-up',
  text,
  pillarId: row.pillar_id,
  message: sayPlan(entry.reason),
  warnings: entry.warnings.map(sayPlan),
  remoteUrl: null,
  isFixed: false,
  // One that is not has no turn.
  approval: 'approved',
  isHeld: false,
  isHeldBack: false,
  problems,
  ...aboutOf(row.post_id, about),
  echo: null,
})

/** What a delivery's state is on a card. */
export const CARD_STATES: Record<DeliveryState, CardState> = {
  planned: 'sending',
  sending: 'sending',
  waiting: 'trying-again',
  unknown: 'unknown',
  undecided: 'undecided',
  'by-hand': 'by-hand',
  'put-off': 'put-off',
  taken: 'taken',
  'in-part': 'in-part',
  sent: 'sent',
  'not-sent': 'not-sent',
  'back-in-line': 'back-in-line',
  'given-up': 'given-up',
  'taken-back': 'taken-back',
}

/** What went out, or is about to. */
export function deliveryCard(delivery: DeliveryRow, facts: CardFacts): Card {
  const frozen = readPayload(delivery)
  return {
    id: delivery.id,
    accountId: delivery.account_id,
    postId: delivery.post_id,
    queueItemId: null,
    deliveryId: delivery.id,
    evergreenId: delivery.evergreen_id,
    at: toInstant(delivery.due_at),
    state: CARD_STATES[delivery.state],
    text: frozen.text,
    pillarId: delivery.pillar_id,
    message: say(messagesOf(delivery.message)),
    warnings: [],
    remoteUrl: delivery.remote_url,
    isFixed: false,
    approval: null,
    isHeld: false,
    isHeldBack: false,
    problems: [],
    ...factsOf(delivery, facts),
  }
}
