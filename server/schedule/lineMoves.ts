import { sayPlan } from '#shared/schedule/messages'
import { movePost, type MoveTo } from '#core/schedule'
import type { Undoable } from '#shared/platform/types'
import { emptyPart } from '#shared/posts/docs'
import type { Db } from '#server/platform/db'
import { accountById } from '#server/networks'
import { standingDeliveries } from '#server/delivery'
import {
  isOfOrders,
  ORDERS_FROM,
  queueItemsOfBrand,
  queueItemsOfPost,
  postById,
  type QueuedPost,
  putApproved,
  putInReview,
  docOf,
  chosenAccounts,
  mayApprove,
  pillarsNeedingOthers,
  rewritePost,
} from '#server/posts'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { requireNoStops } from './requireNoStops'
import { planFacts, planOf, shownPlan, versionOf, type BrandPlan } from './plan'
import { rememberPlan } from './recentPlan'

/**
 * Moves a post in line, or to another account's line. Carries the version of the plan as it was shown: throws
 * `planChanged` where it is no longer so, and `noPlace`, with the plan's own reason, where the place can't be
 * had.
 */
export async function moveQueueItem(
  actor: Actor,
  queueItemId: string,
  input: { to: MoveTo; accountId: string | null; planVersion: string },
): Promise<Undoable> {
  // On the same account a move changes nothing but the order: no list besides the Schedule shows it.
  const what = input.accountId === null ? 'line-order' : 'line'
  const { result, historyId, seq } = await changeUndoably(actor, what, queueItemId, async (db, tracked) => {
    const known = await planOf(db, actor.brandId)
    const line = known.lines.get(queueItemId)
    if (!line) throw problem('alreadyGone')
    if (versionOf(known.plan) !== input.planVersion) throw problem('planChanged')
    if (input.accountId !== null && input.accountId !== line.account_id)
      await moveToAccount(db, tracked, actor, line, input.accountId)
    return place(db, tracked, actor, queueItemId, input.to)
  })
  rememberPlan(actor.brandId, seq, result)
  return { historyId }
}

/** Puts a post where it is wished to stand; gives the plan as it is then. */
async function place(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  queueItemId: string,
  to: MoveTo,
): Promise<BrandPlan> {
  await spreadPositions(db, tracked, actor.brandId)
  const before = await planFacts(db, actor.brandId)
  const { lines, input } = before
  if ('id' in to && lines.get(to.id)?.account_id !== lines.get(queueItemId)!.account_id)
    throw problem('alreadyGone').at('to')
  const posts = movePost(input.posts, queueItemId, to)
  for (const id of to.kind === 'swap' ? [queueItemId, to.id] : [queueItemId]) {
    const post = posts.find((post) => post.id === id)!
    const fixed = {
      fixed_at: post.fixed && 'at' in post.fixed ? Date.parse(post.fixed.at) : null,
      slot_at: post.fixed && 'slotAt' in post.fixed ? Date.parse(post.fixed.slotAt) : null,
    }
    await tracked.update(
      'lines',
      { id },
      {
        ...fixed,
        position:
          to.kind === 'swap'
            ? lines.get(id === queueItemId ? to.id : queueItemId)!.position
            : positionOf(id, posts, before),
      },
    )
  }
  const after = await planOf(db, actor.brandId)
  const refused = shownPlan(after).plan.unplaced.find(({ postId }) => postId === queueItemId)
  // A time of its own it keeps, however far ahead that is.
  const isLater = to.kind === 'time' && refused?.code === 'beyond-until'
  if (refused && !isLater && ['slot', 'time'].includes(to.kind))
    throw problem('noPlace', sayPlan(refused.message)).at('to')
  return after
}

const CLOSEST = 1e-6

/**
 * Numbers that were halved again and again come too close to be told apart: then the line is numbered anew.
 */
async function spreadPositions(db: Db, tracked: Tracked, brandId: string): Promise<void> {
  const lines = await queueItemsOfBrand(db, brandId)
  if (!lines.some((line, at) => at > 0 && line.position - lines[at - 1]!.position < CLOSEST)) return
  for (const [at, line] of lines.entries()) {
    const from = isOfOrders(line.position) ? ORDERS_FROM : 0
    await tracked.update('lines', { id: line.id }, { position: from + at + 1 })
  }
}

/** A place between its neighbours in line order; its own where it was not moved. */
function positionOf(
  id: string,
  posts: { id: string }[],
  { lines, input }: Pick<BrandPlan, 'lines' | 'input'>,
): number {
  const at = posts.findIndex((post) => post.id === id)
  if (input.posts[at]?.id === id) return lines.get(id)!.position
  const before = lines.get(posts[at - 1]?.id ?? '')?.position
  const after = lines.get(posts[at + 1]?.id ?? '')?.position
  // Before all others is before what orders put there, and stays there whoever comes.
  if (before === undefined) return (after === undefined || isOfOrders(after) ? 1 : after) - 1
  return after === undefined ? before + 1 : (before + after) / 2
}

/**
 * The post goes out on another account in place of this one, with the echoes that follow it. It must fit
 * there, and be approved for there.
 */
async function moveToAccount(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  line: QueuedPost,
  accountId: string,
): Promise<void> {
  const account = await accountById(db, actor.brandId, accountId)
  const row = await postById(db, actor.brandId, line.post_id)
  if (!account || !row) throw problem('notFound').at('accountId')
  const lines = await queueItemsOfPost(db, actor.brandId, row.id)
  const isThere = [...lines, ...(await standingDeliveries(db, actor.brandId, row.id))].some(
    (line) => line.account_id === accountId,
  )
  if (isThere) throw problem('alreadyThere', account.name).at('accountId')
  const doc = await docOf(db, row)
  const parts = doc.accounts
    .filter((part) => part.accountId !== accountId)
    .map((part) => (part.accountId === line.account_id ? { ...part, chosen: false } : part))
  const part = doc.accounts.find((account) => account.accountId === accountId) ?? emptyPart(accountId, true)
  await rewritePost(db, tracked, actor, row, { ...doc, accounts: [...parts, { ...part, chosen: true }] })
  const now = (await postById(db, actor.brandId, row.id))!
  await requireNoStops(db, actor, now, [account], { accounts: [], lines: [] })
  const chosen = await chosenAccounts(db, actor.brandId, await docOf(db, now))
  if (mayApprove(actor, now, chosen, await pillarsNeedingOthers(db, actor.brandId)))
    await putApproved(db, tracked, actor, now, '')
  else await putInReview(tracked, actor, now, '')
  const along = lines.filter(({ id, follows_id }) => id === line.id || follows_id === line.id)
  for (const { id } of along)
    await tracked.update('lines', { id }, { account_id: accountId, fixed_at: null, slot_at: null })
}
