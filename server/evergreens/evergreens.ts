import { v7 as uuid } from 'uuid'
import { DAY } from '#core/instant'
import { zoneClock } from '#core/schedule'
import { sayPost } from '#shared/posts/messages'
import type { EvergreenMade } from '#shared/evergreens/types'
import type { Undoable } from '#shared/platform/types'
import { accountsOf, rulesOf, type AccountRow } from '#server/networks'
import { brandById, nextPosition, type BrandRow } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { approvalOf, approveOrAsk, checksOf, docOf, postById, proofMaker, type PostRow } from '#server/posts'
import * as store from './queries/evergreens'
import type { EvergreenRow } from './rows'

export interface EvergreenInput {
  accountIds: string[]
  minDays: number
  /** The last day, by the brand's clock; null for none. */
  until: string | null
  /** How often from now on; null for as often as its turn comes. */
  times: number | null
  version: number
}

/**
 * Makes a post come round again on these accounts, and on no others; on none it is an evergreen no more.
 * Whoever may approve it does so by that; else it is in review, and takes no turn before somebody approves.
 * Throws `stale`, `dayPassed`, and what a check says against any of its wordings.
 */
export async function setEvergreen(
  actor: Actor,
  postId: string,
  input: EvergreenInput,
): Promise<EvergreenMade> {
  const { result, historyId } = await changeUndoably(actor, 'evergreen', postId, async (db, tracked) => {
    const post = await postById(db, actor.brandId, postId)
    if (!post) throw problem('notFound')
    if (post.version !== input.version) throw problem('stale')
    return putEvergreen(db, tracked, actor, post, input)
  })
  return { historyId, approval: result }
}

/** The same as part of a greater change. */
export async function putEvergreen(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  post: PostRow,
  input: Omit<EvergreenInput, 'version'>,
): Promise<PostRow['approval']> {
  const brand = (await brandById(db, actor.brandId))!
  const accounts = (await accountsOf(db, actor.brandId)).filter(({ id }) => input.accountIds.includes(id))
  if (accounts.length < new Set(input.accountIds).size) throw problem('notFound')
  const endsAt = input.until === null ? null : endOf(brand, input.until)
  await requireFit(db, brand, post, accounts, input.minDays)

  const known = await store.evergreensOfPost(db, actor.brandId, post.id)
  for (const { id, account_id: accountId } of known)
    if (!input.accountIds.includes(accountId)) await tracked.remove('evergreens', { id })
  const settings = {
    min_days: input.minDays,
    ends_at: endsAt,
    most_times: input.times,
    counted_from: now(),
  }
  const isKnown = (accountId: string): boolean => known.some(({ account_id: other }) => other === accountId)
  for (const { id, account_id: accountId } of known)
    if (input.accountIds.includes(accountId)) await tracked.update('evergreens', { id }, settings)
  await insertEvergreens(
    db,
    tracked,
    actor,
    post,
    accounts.filter(({ id }) => !isKnown(id)),
    settings,
  )
  return accounts.length === 0 ? approvalOf(post) : approveOrAsk(db, tracked, actor, post, false)
}

/**
 * Makes a post come round on some accounts more, for as often as its turn comes; where it does already it
 * stays as it is. Throws what a check says against any of its wordings.
 */
export async function addEvergreens(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  post: PostRow,
  { accountIds, minDays }: Pick<EvergreenInput, 'accountIds' | 'minDays'>,
): Promise<void> {
  const known = await store.evergreensOfPost(db, actor.brandId, post.id)
  const accounts = (await accountsOf(db, actor.brandId)).filter(
    ({ id }) => accountIds.includes(id) && !known.some(({ account_id: other }) => other === id),
  )
  if (accounts.length === 0) return
  await requireFit(db, (await brandById(db, actor.brandId))!, post, accounts, minDays)
  const settings = { min_days: minDays, ends_at: null, most_times: null, counted_from: now() }
  await insertEvergreens(db, tracked, actor, post, accounts, settings)
  await approveOrAsk(db, tracked, actor, post, false)
}

async function insertEvergreens(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  post: PostRow,
  accounts: AccountRow[],
  settings: Pick<EvergreenRow, 'min_days' | 'ends_at' | 'most_times' | 'counted_from'>,
): Promise<void> {
  let position = await nextPosition(db, 'evergreens', actor.brandId)
  for (const { id: accountId } of accounts)
    await tracked.insert(
      'evergreens',
      { id: uuid() },
      {
        ...settings,
        brand_id: actor.brandId,
        post_id: post.id,
        account_id: accountId,
        position: position++,
        state: 'in-turn',
        since: now(),
        created_by: actor.personId,
        created_at: now(),
      },
    )
}

/** The last moment of a day by the brand's clock. Throws `dayPassed`. */
function endOf({ zone }: BrandRow, day: string): number {
  const midnight = Date.parse(`${day}T00:00:00Z`)
  const end = zoneClock(zone, midnight - 2 * DAY, midnight + 3 * DAY).toUtc(midnight + DAY) - 1
  if (end < now()) throw problem('dayPassed').at('until')
  return end
}

/** All its wordings suit all its accounts, and none comes back sooner than its network takes it again. */
async function requireFit(
  db: Db,
  brand: BrandRow,
  post: PostRow,
  accounts: AccountRow[],
  minDays: number,
): Promise<void> {
  const { wordings } = await docOf(db, post)
  const proofOf = await proofMaker(db, brand, [post])
  for (const account of accounts) {
    const refusedDays = rulesOf(account).equalTextRefusedDays
    // Not on the very day either: what goes out a little late comes a little sooner after.
    if (refusedDays !== null && minDays * wordings.length <= refusedDays)
      throw problem('sameTurn', account.name, refusedDays).at('minDays')
    for (const at of wordings.keys()) {
      const made = proofOf(post.id, account, at)
      const checks = await checksOf(db, brand.id, post, account, made, null, [])
      const stop = checks.find(({ level }) => level === 'stop')
      if (!stop) continue
      throw stop.id === 'length'
        ? problem('tooLongFor', account.name, -made.proof.measure.left).at('accountIds')
        : problem('notReady', account.name, sayPost(stop.message)).at('accountIds')
    }
  }
}

/** Puts evergreens to rest, retires them, or brings them back, on all their accounts. Undone as one. */
export async function putEvergreens(
  actor: Actor,
  { postIds, state }: { postIds: string[]; state: EvergreenRow['state'] },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'evergreen', postIds[0]!, async (db, tracked) => {
    for (const postId of new Set(postIds)) {
      const known = await store.evergreensOfPost(db, actor.brandId, postId)
      if (known.length === 0) throw problem('notFound')
      for (const { id } of known)
        await tracked.update('evergreens', { id }, { state, since: now(), message: null })
    }
  })
  return { historyId }
}
