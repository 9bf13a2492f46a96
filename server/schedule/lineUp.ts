import { say } from '#shared/messages'
import { messagesOf, type StoredMessages } from '#server/platform/db/messages'
import { sayPlan } from '#shared/schedule/messages'
import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import { laterPlaces } from '#core/schedule'
import type { QueueingResult, Echo, Placement } from '#shared/schedule/types'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import type { AccountRow } from '#server/networks'
import { brandById } from '#server/people'
import { waitingClippings } from '#server/clippings'
import { deliveriesOfPost, standingDeliveries, settleDelivery } from '#server/delivery'
import {
  firstPlace,
  nextPlace,
  queueItemOfPost,
  queueItemsOfPost,
  postById,
  type PostRow,
  approveOrAsk,
  docOf,
  chosenAccounts,
  linkOfPost,
  writingOf,
} from '#server/posts'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { putState } from '#server/articles'
import { freeze } from './freeze'
import { changeUndoably } from '#server/platform/changes/history'
import { placeMessage, shownPlan } from './plan'
import { tryPlacing, type NewQueueItem, type PlacedPost, type Trial } from './placing'
import { planShown } from './recentPlan'
import { requireNoStops } from './requireNoStops'

const nextOn = (accountId: string): Placement => ({ accountId, kind: 'next', at: null })

const placedPost = (row: PostRow, text: string): PlacedPost => ({
  id: row.id,
  pillarId: row.pillar_id,
  link: linkOfPost(row.link, text),
  goodUntil: row.good_until,
  notBefore: row.not_before,
})

interface LineUpInput {
  version: number
  /** The plan that was shown; null where none was, and it goes wherever it may. */
  planVersion: string | null
  accountIds: string[]
  /** Where it is to stand there; on accounts without one, the next open slot. */
  placements: Placement[]
  echoes: Echo[]
  /** Whether it is lined up in review, whoever acts. */
  inReview?: boolean
}

/**
 * Lines up a post on one account at its next open slot, wherever that is. `inReview`: also where whoever acts
 * may approve it, it is lined up in review.
 */
export const lineUpNext = (
  actor: Actor,
  id: string,
  accountId: string,
  { version, inReview }: { version: number; inReview: boolean },
): Promise<QueueingResult> =>
  lineUpPost(actor, id, {
    version,
    planVersion: null,
    accountIds: [accountId],
    placements: [],
    echoes: [],
    inReview,
  })

/**
 * Lines up a post from the Desk on some of the accounts chosen for it; it stays on the Desk for the others.
 */
export async function lineUpPost(actor: Actor, id: string, input: LineUpInput): Promise<QueueingResult> {
  const { result, historyId } = await changeUndoably(actor, 'line', id, async (db, tracked) => {
    const row = await postById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    const accounts = (await newAccounts(db, actor.brandId, row)).filter((account) =>
      input.accountIds.includes(account.id),
    )
    const ids = accounts.map((account) => account.id)
    if (ids.length === 0) throw problem('nowhereNew')
    const placements = input.accountIds
      .filter((accountId) => ids.includes(accountId))
      .map(
        (accountId) =>
          input.placements.find((placement) => placement.accountId === accountId) ?? nextOn(accountId),
      )
    const trial = await shownTrial(db, row, placements, input.echoes, input.planVersion)
    const approval = await putInLine(db, tracked, actor, row, accounts, trial, input.inReview ?? false)
    await sendAtOnce(db, row, placements, approval)
    return { ids, approval }
  })
  return {
    postId: id,
    historyId,
    approval: result.approval,
    places: await placesOf(actor.brandId, id, result.ids),
  }
}

async function newAccounts(db: Db, brandId: string, row: PostRow): Promise<AccountRow[]> {
  const taken = new Set(
    [
      ...(await queueItemsOfPost(db, brandId, row.id)),
      ...(await standingDeliveries(db, brandId, row.id)),
    ].map((queueItem) => queueItem.account_id),
  )
  return (await chosenAccounts(db, brandId, await docOf(db, row))).filter(({ id }) => !taken.has(id))
}

/** Where the post goes, if that is still what was shown. */
async function shownTrial(
  db: Db,
  row: PostRow,
  placements: Placement[],
  echoes: Echo[],
  planVersion: string | null,
): Promise<Trial> {
  const { wordings } = await docOf(db, row)
  const all = [...echoes, ...placements.flatMap((placement) => placement.echoes ?? [])]
  if (all.some(({ wording }) => wording >= wordings.length)) throw problem('noWording').at('echoes')
  const trial = await tryPlacing(db, row.brand_id, placedPost(row, wordings[0]!.text), placements, echoes)
  if (planVersion !== null && trial.version !== planVersion) throw problem('planChanged')
  const nowhere = trial.accounts.find(
    ({ accountId, at }) =>
      at === null &&
      ['slot', 'time', 'now'].includes(
        placements.find((placement) => placement.accountId === accountId)!.kind,
      ),
  )
  if (nowhere) throw problem('noPlace', nowhere.message).at('placements')
  return trial
}

/** What is to go out now is handed over with the same change, so that no minute lies between. */
async function sendAtOnce(
  db: Db,
  row: PostRow,
  placements: Placement[],
  approval: PostRow['approval'],
): Promise<void> {
  for (const { accountId, kind } of placements) {
    if (kind !== 'now') continue
    if (approval !== 'approved') throw problem('notApproved')
    const line = await queueItemOfPost(db, row.brand_id, row.id, accountId, 0)
    if (line) await freeze(db, line, now(), null)
  }
}

/**
 * Checks a post for each of these accounts and puts it last in their lines. Whoever may approve it does so by
 * lining it up; else it is lined up in review, and keeps its place until somebody approves it. `reason`: for
 * its history.
 */
export async function putInLine(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  row: PostRow,
  accounts: AccountRow[],
  trial: Pick<Trial, 'accounts' | 'lines'>,
  inReview: boolean,
  reason: StoredMessages | '' = '',
): Promise<PostRow['approval']> {
  await requireNoStops(db, actor, row, accounts, trial)
  const approval = await approveOrAsk(db, tracked, actor, row, inReview, reason)
  await insertQueueItems(db, tracked, row, trial.lines)
  await settleEarlier(db, row, accounts)
  if (row.article_id) await putState(db, tracked, actor, row.article_id, 'clipped')
  await endClippings(db, tracked, row)
  return approval
}

/**
 * What it was made from waits no longer, where the brand wants it so: the list of clippings is of what is
 * still to write.
 */
async function endClippings(db: Db, tracked: Tracked, row: PostRow): Promise<void> {
  if (!writingOf((await brandById(db, row.brand_id))!).clippingsDone) return
  const { clippingIds } = await docOf(db, row)
  for (const clipping of await waitingClippings(db, row.brand_id, clippingIds, row.article_id))
    await tracked.update('clippings', { id: clipping.id }, { done_at: now() })
}

/** What was told of an earlier delivery of it there is settled: it has another place now. */
async function settleEarlier(db: Db, row: PostRow, accounts: AccountRow[]): Promise<void> {
  const earlier = await deliveriesOfPost(db, row.brand_id, row.id)
  for (const delivery of earlier.filter(({ account_id }) => accounts.some(({ id }) => id === account_id)))
    await settleDelivery(db, delivery)
}

/** Puts the lines to be behind all others, or before them; echoes follow the line of the post itself. */
async function insertQueueItems(
  db: Db,
  tracked: Tracked,
  post: PostRow,
  lines: NewQueueItem[],
): Promise<void> {
  const ids = new Map(lines.map((line) => [line.id, uuid()]))
  const first = await firstPlace(db, post.brand_id)
  const front = lines.filter((line) => line.isFirst)
  let back = await nextPlace(db, post)
  for (const line of lines) {
    const { fixed, follows } = line
    await tracked.insert(
      'lines',
      { id: ids.get(line.id)! },
      {
        brand_id: post.brand_id,
        post_id: post.id,
        account_id: line.accountId,
        position: line.isFirst ? first - front.length + front.indexOf(line) : back++,
        state: 'in-line',
        fixed_at: fixed && 'at' in fixed ? Date.parse(fixed.at) : null,
        slot_at: fixed && 'slotAt' in fixed ? Date.parse(fixed.slotAt) : null,
        lined_at: now(),
        echo: line.echo,
        wording: line.wording,
        follows_id: follows ? ids.get(follows.id)! : null,
        after_json: follows ? JSON.stringify(follows.after) : null,
      },
    )
  }
}

async function placesOf(
  brandId: string,
  postId: string,
  accountIds: string[],
): Promise<QueueingResult['places']> {
  const known = await planShown(await useDb(), brandId)
  const { lines, deliveries } = known
  const { input, plan } = shownPlan(known)
  const entries = [...plan.entries, ...laterPlaces(input, plan)]
  return accountIds.map((accountId) => {
    const line = [...lines.values()].find(
      (line) => line.post_id === postId && line.account_id === accountId && line.echo === 0,
    )
    const entry = entries.find((candidate) => candidate.postId === line?.id)
    const refusal = plan.unplaced.find((candidate) => candidate.postId === line?.id)
    const sent = line
      ? undefined
      : deliveries.findLast((delivery) => delivery.post_id === postId && delivery.account_id === accountId)
    return {
      accountId,
      at: entry?.at ?? (sent ? toInstant(sent.due_at) : null),
      message:
        (entry && placeMessage(known, accountId, [entry.reason])) ??
        (refusal && sayPlan(refusal.message)) ??
        (sent && say(messagesOf(sent.message))) ??
        '',
    }
  })
}
