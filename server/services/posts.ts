import { v7 as uuid } from 'uuid'
import { makeProof } from '../../core/post'
import type { LinedUp, NewPost, Undoable } from '../../shared/api'
import { now } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import { accountById } from '../db/accounts'
import { articleForBrand } from '../db/articles'
import { nextPosition, pillarById } from '../db/brands'
import { historyOf } from '../db/changes'
import { lineById, lineOfPost } from '../db/posts'
import { deliveryById } from '../db/deliveries'
import type { AccountRow } from '../db/rows'
import type { Tracked } from '../db/tracked'
import { problem } from '../problem'
import { rulesOf } from './accounts'
import type { Actor } from './actor'
import { putState } from './articles'
import { freeze } from './deliveries'
import { changeUndoably } from './history'
import { nextSlots, planOf } from './plan'

/**
 * Makes a post, approved by whoever lines it up, and puts it last in the line of its accounts. Carries the version of the places
 * that were shown; throws `planChanged` when they are no longer so, and a refusal by account when a text does not fit.
 * The id comes from the client: a repeat answers the first result.
 */
export async function lineUp(actor: Actor, input: NewPost): Promise<LinedUp> {
  const first = await historyOf(await useDb(), actor.brandId, `line:${input.id}`)
  if (first) return { postId: input.id, historyId: first.id, places: await placesOf(actor.brandId, input) }
  const { historyId } = await changeUndoably(actor, 'line', input.id, async (db, tracked) => {
    const accounts = await chosenAccounts(db, actor, input)
    await requireShownPlan(db, actor.brandId, input)
    if (input.pillarId && !(await pillarById(db, actor.brandId, input.pillarId))) throw problem('notFound').at('pillarId')
    if (input.articleId && !(await articleForBrand(db, actor.brandId, input.articleId))) throw problem('notFound').at('articleId')
    accounts.forEach((account, index) => requireFit(account, input, index))
    await insertPost(tracked, actor, input)
    for (const { accountId, ownText, credit } of input.accounts) {
      await tracked.insert('proofs', { post_id: input.id, account_id: accountId }, { own_text: ownText, credit })
      await insertLine(db, tracked, actor.brandId, input.id, accountId, null)
    }
    if (input.articleId) await putState(db, tracked, actor, input.articleId, 'clipped')
  })
  return { postId: input.id, historyId, places: await placesOf(actor.brandId, input) }
}

async function chosenAccounts(db: Db, actor: Actor, input: NewPost): Promise<AccountRow[]> {
  const rows: AccountRow[] = []
  for (const { accountId } of input.accounts) {
    const row = await accountById(db, actor.brandId, accountId)
    if (!row) throw problem('notFound').at('accounts')
    rows.push(row)
  }
  return rows
}

async function requireShownPlan(db: Db, brandId: string, input: NewPost): Promise<void> {
  const { version } = await nextSlots(db, brandId, input.pillarId, input.accounts.map((account) => account.accountId)) // prettier-ignore
  if (version !== input.planVersion) throw problem('planChanged')
}

/** Nothing is cut: a text that does not fit is refused, by name, before anything is stored. */
function requireFit(account: AccountRow, input: NewPost, index: number): void {
  const { ownText, credit } = input.accounts[index]!
  const parts = {
    text: input.text,
    ownText,
    hashtags: input.hashtags,
    credit: credit ?? input.credit,
    link: input.link,
    linkTitle: input.linkTitle,
    media: [],
    board: null,
    audience: null,
    language: null,
  }
  const { measure } = makeProof(parts, rulesOf(account))
  if (!measure.valid) throw problem('tooLongFor', account.name, Math.max(0, -measure.left)).at('text')
}

async function insertPost(tracked: Tracked, actor: Actor, input: NewPost): Promise<void> {
  await tracked.insert('posts', { id: input.id }, {
    brand_id: actor.brandId,
    article_id: input.articleId,
    pillar_id: input.pillarId,
    link: input.link,
    link_title: input.linkTitle,
    hashtags_json: JSON.stringify(input.hashtags),
    credit: input.credit,
    approval: 'approved',
    approved_by: actor.personId,
    approved_at: now(),
    approved_version: 1,
    created_by: actor.personId,
    created_at: now(),
    version: 1,
  }) // prettier-ignore
  await tracked.insert('wordings', { id: uuid() }, { post_id: input.id, position: 0, text: input.text })
}

async function insertLine(db: Db, tracked: Tracked, brandId: string, postId: string, accountId: string, fixedAt: number | null): Promise<string> {
  const id = uuid()
  const position = await nextPosition(db, 'lines', brandId)
  await tracked.insert(
    'lines',
    { id },
    { brand_id: brandId, post_id: postId, account_id: accountId, position, state: 'in-line', fixed_at: fixedAt, slot_at: null, lined_at: now() },
  )
  return id
}

async function placesOf(brandId: string, input: NewPost): Promise<LinedUp['places']> {
  const { plan } = await planOf(await useDb(), brandId)
  return input.accounts.map(({ accountId }) => {
    const entry = plan.entries.find((candidate) => candidate.postId === input.id && candidate.accountId === accountId)
    const refusal = plan.unplaced.find((candidate) => candidate.postId === input.id && candidate.accountId === accountId)
    return { accountId, at: entry?.at ?? null, says: entry?.because ?? refusal?.says ?? '' }
  })
}

/** Takes a post out of one account's line. What is already handed to the network can't be taken back. */
export async function takeOut(actor: Actor, lineId: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'line', lineId, async (db, tracked) => {
    if (!(await lineById(db, actor.brandId, lineId))) throw problem('alreadyGone')
    await tracked.remove('lines', { id: lineId })
  })
  return { historyId }
}

/** Hands a lined-up post to its network now. This can't be undone. */
export async function sendNow(actor: Actor, lineId: string): Promise<void> {
  await inTransaction(async (db) => {
    const line = await lineById(db, actor.brandId, lineId)
    if (!line) throw problem('alreadyGone')
    await freeze(db, line, now(), null)
  })
}

/** Lines a post that was not sent up again, last on the account it failed on. */
export async function lineUpAgain(actor: Actor, deliveryId: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'line', deliveryId, async (db, tracked) => {
    const delivery = await deliveryById(db, actor.brandId, deliveryId)
    if (!delivery || delivery.state !== 'not-sent') throw problem('notFound')
    if (await lineOfPost(db, actor.brandId, delivery.post_id, delivery.account_id)) throw problem('stale')
    await insertLine(db, tracked, actor.brandId, delivery.post_id, delivery.account_id, null)
  })
  return { historyId }
}
