import { say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { sayPost } from '#shared/posts/messages'
import { sayPlan } from '#shared/schedule/messages'
import { v7 as uuid } from 'uuid'
import { toInstant } from '#core/instant'
import type { Check } from '#core/post'
import type { QueueingResult, Echo, Placement } from '#shared/schedule/types'
import type { Undoable } from '#shared/platform/types'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { accountById, type AccountRow, planHold } from '#server/networks'
import { brandById, firstPosition, nextPosition } from '#server/people'
import { waitingClippings } from '#server/clippings'
import { deliveriesOfPost, standingDeliveries, settleDelivery } from '#server/delivery'
import {
  queueItemById,
  queueItemOfPost,
  queueItemsOfPost,
  postById,
  type PostRow,
  putApproved,
  putInReview,
  docOf,
  chosenAccounts,
  mayApprove,
  pillarsNeedingOthers,
  linkOfPost,
  checksOf,
  proofMaker,
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
  planVersion: string
  accountIds: string[]
  /** Where it is to stand there; on accounts without one, the next open slot. */
  placements: Placement[]
  echoes: Echo[]
}

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
    const approval = await putInLine(db, tracked, actor, row, accounts, trial)
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
  planVersion: string,
): Promise<Trial> {
  const { wordings } = await docOf(db, row)
  if (echoes.some(({ wording }) => wording >= wordings.length)) throw problem('noWording').at('echoes')
  const trial = await tryPlacing(db, row.brand_id, placedPost(row, wordings[0]!.text), placements, echoes)
  if (trial.version !== planVersion) throw problem('planChanged')
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
 * lining it up; else it is lined up in review, and keeps its place until somebody approves it.
 */
async function putInLine(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  row: PostRow,
  accounts: AccountRow[],
  trial: Trial,
): Promise<PostRow['approval']> {
  await requireNoStops(db, actor, row, accounts, trial)
  const isApproved = row.approval === 'approved' && row.approved_version === row.version
  const approves =
    !isApproved &&
    mayApprove(
      actor,
      row,
      await chosenAccounts(db, actor.brandId, await docOf(db, row)),
      await pillarsNeedingOthers(db, actor.brandId),
    )
  if (approves) await putApproved(tracked, actor, row, '')
  else if (!isApproved && row.approval !== 'in-review') await putInReview(tracked, actor, row, '')
  await insertQueueItems(db, tracked, row, trial.lines)
  await settleEarlier(db, row, accounts)
  if (row.article_id) await putState(db, tracked, actor, row.article_id, 'clipped')
  await endClippings(db, tracked, row)
  return isApproved || approves ? 'approved' : 'in-review'
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

/**
 * Nothing is cut and nothing half right goes out: what a check stops is refused, by name, before anything is
 * stored.
 */
export async function requireNoStops(
  db: Db,
  actor: Actor,
  row: PostRow,
  accounts: AccountRow[],
  trial: Pick<Trial, 'accounts' | 'lines'>,
): Promise<void> {
  const proofOf = await proofMaker(db, (await brandById(db, actor.brandId))!, [row])
  const before: { account: string; network: string; text: string }[] = []
  for (const account of accounts) {
    const made = proofOf(row.id, account)
    const plannedAt = trial.accounts.find(({ accountId }) => accountId === account.id)?.at ?? null
    const stop = (await checksOf(db, actor.brandId, row, account, made, plannedAt, before)).find(
      ({ level }) => level === 'stop',
    )
    if (stop) throw refusalOf(account, stop, made.proof.measure.left)
    requireOtherWords(account, made.rules.equalTextRefusedDays, trial)
    for (const { wording } of trial.lines.filter(
      (line) => line.accountId === account.id && line.wording > 0,
    )) {
      const other = proofOf(row.id, account, wording)
      const unfit = (await checksOf(db, actor.brandId, row, account, other, null, [])).find(
        ({ level }) => level === 'stop',
      )
      if (unfit) throw refusalOf(account, unfit, other.proof.measure.left)
    }
    before.push({ account: account.name, network: made.rules.id, text: made.proof.text })
  }
}

/** A network that refuses the same text within some days gets each echo of those days in other words. */
function requireOtherWords(
  account: AccountRow,
  refusedDays: number | null,
  trial: Pick<Trial, 'lines'>,
): void {
  if (refusedDays === null) return
  const own = trial.lines.filter((line) => line.accountId === account.id)
  const hoursOf = ({ follows }: NewQueueItem): number => {
    const { hours = 0, days = 0, weeks = 0 } = follows?.after ?? {}
    return hours + 24 * (days + 7 * weeks)
  }
  const isTooSoon = own.some((line) =>
    own.some(
      (other) =>
        other !== line &&
        other.wording === line.wording &&
        Math.abs(hoursOf(other) - hoursOf(line)) < 24 * refusedDays,
    ),
  )
  if (isTooSoon) throw problem('sameAgain', account.name, refusedDays).at('echoes')
}

const refusalOf = (account: AccountRow, stop: Check, left: number) =>
  stop.id === 'length'
    ? problem('tooLongFor', account.name, -left).at('text')
    : problem('notReady', account.name, sayPost(stop.message)).at('text')

/** Puts the lines to be behind all others, or before them; echoes follow the line of the post itself. */
async function insertQueueItems(
  db: Db,
  tracked: Tracked,
  post: PostRow,
  lines: NewQueueItem[],
): Promise<void> {
  const ids = new Map(lines.map((line) => [line.id, uuid()]))
  const first = await firstPosition(db, post.brand_id)
  const front = lines.filter((line) => line.isFirst)
  let back = await nextPosition(db, 'lines', post.brand_id)
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
  const { plan } = shownPlan(known)
  return accountIds.map((accountId) => {
    const line = [...lines.values()].find(
      (line) => line.post_id === postId && line.account_id === accountId && line.echo === 0,
    )
    const entry = plan.entries.find((candidate) => candidate.postId === line?.id)
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

/**
 * Takes a post out of one account's line, with the echoes that follow it. What is already handed to the
 * network can't be taken back.
 */
export async function takeOut(actor: Actor, queueItemId: string): Promise<Undoable & { echoes: number }> {
  const { result, historyId } = await changeUndoably(actor, 'line', queueItemId, async (db, tracked) => {
    const line = await queueItemById(db, actor.brandId, queueItemId)
    if (!line) throw problem('alreadyGone')
    const echoes = (await queueItemsOfPost(db, actor.brandId, line.post_id)).filter(
      (queueItem) => queueItem.follows_id === queueItemId,
    )
    for (const { id } of [...echoes, line]) await tracked.remove('lines', { id })
    return echoes.length
  })
  return { historyId, echoes: result }
}

/** Hands a lined-up post to its network now. This can't be undone. */
export async function sendNow(actor: Actor, queueItemId: string): Promise<void> {
  await inTransaction(async (db) => {
    const line = await queueItemById(db, actor.brandId, queueItemId)
    if (!line) throw problem('alreadyGone')
    if (line.approval !== 'approved' || line.approved_version !== line.version) throw problem('notApproved')
    const [brand, account] = [
      await brandById(db, actor.brandId),
      await accountById(db, actor.brandId, line.account_id),
    ]
    const isOnHold = line.state === 'held' && (line.hold_until === null || line.hold_until > now())
    if (isOnHold || (brand && account && planHold(brand, account))) throw problem('onHold')
    await freeze(db, line, now(), null, actor.personId)
  })
}
