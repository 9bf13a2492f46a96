import { v7 as uuid } from 'uuid'
import type { Check } from '../../core/post'
import type { LinedUp, NewPost, Undoable } from '../../shared/api'
import { emptyDoc, emptyPart, type PostDoc } from '../../shared/posts'
import { now } from '../clock'
import { inTransaction, useDb, type Db } from '../db'
import { accountById } from '../db/accounts'
import { articleForBrand } from '../db/articles'
import { brandById, nextPosition, pillarById } from '../db/brands'
import { historyOf } from '../db/changes'
import { deliveriesOfPost, deliveryById } from '../db/deliveries'
import { lineById, lineOfPost, linesOfPost, postById } from '../db/posts'
import type { AccountRow, PostRow } from '../db/rows'
import type { Tracked } from '../db/tracked'
import { connectorFor } from '../networks'
import { problem } from '../problem'
import type { Actor } from './actor'
import { putApproved, putInReview } from './approvals'
import { putState } from './articles'
import { freeze } from './deliveries'
import { changeUndoably } from './history'
import { nextSlots, planOf } from './plan'
import { docOf } from './postDocs'
import { chosenAccounts, mayApprove } from './postFacts'
import { insertPost } from './posts'
import { checksOf, proofMaker } from './proofs'

/**
 * Makes a post and puts it last in the line of its accounts, at once. Carries the version of the places that were shown; throws
 * `planChanged` when they are no longer so, and a refusal by account when a check stops it. The id comes from the client: a repeat
 * answers the first result.
 */
export async function lineUpNew(actor: Actor, input: NewPost): Promise<LinedUp> {
  const accountIds = input.accounts.map(({ accountId }) => accountId)
  const first = await historyOf(await useDb(), actor.brandId, `line:${input.id}`)
  if (first) return { postId: input.id, historyId: first.id, approval: 'approved', places: await placesOf(actor.brandId, input.id, accountIds) }
  const { result, historyId } = await changeUndoably(actor, 'line', input.id, async (db, tracked) => {
    for (const { accountId } of input.accounts) if (!(await accountById(db, actor.brandId, accountId))) throw problem('notFound').at('accounts')
    await requireShownPlan(db, actor.brandId, input.pillarId, accountIds, input.planVersion)
    if (input.pillarId && !(await pillarById(db, actor.brandId, input.pillarId))) throw problem('notFound').at('pillarId')
    if (input.articleId && !(await articleForBrand(db, actor.brandId, input.articleId))) throw problem('notFound').at('articleId')
    await insertPost(db, tracked, actor, input.id, docOfNew(input))
    const row = (await postById(db, actor.brandId, input.id))!
    return putInLine(db, tracked, actor, row, await newAccounts(db, actor.brandId, row))
  })
  return { postId: input.id, historyId, approval: result, places: await placesOf(actor.brandId, input.id, accountIds) }
}

const docOfNew = (input: NewPost): PostDoc => ({
  ...emptyDoc(),
  articleId: input.articleId,
  wordings: [{ text: input.text, pictureId: null }],
  link: input.link,
  linkTitle: input.linkTitle,
  hashtags: input.hashtags,
  credit: input.credit,
  pillarId: input.pillarId,
  accounts: input.accounts.map(({ accountId, ownText, credit }) => ({ ...emptyPart(accountId, true), ownText, credit })),
})

/** Lines up a post from the Desk on some of the accounts chosen for it; it stays on the Desk for the others. */
export async function lineUpPost(actor: Actor, id: string, input: { version: number; planVersion: string; accountIds: string[] }): Promise<LinedUp> {
  const { result, historyId } = await changeUndoably(actor, 'line', id, async (db, tracked) => {
    const row = await postById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== input.version) throw problem('stale')
    const accounts = (await newAccounts(db, actor.brandId, row)).filter((account) => input.accountIds.includes(account.id))
    const ids = accounts.map((account) => account.id)
    if (ids.length === 0) throw problem('nowhereNew')
    await requireShownPlan(db, actor.brandId, row.pillar_id, ids, input.planVersion)
    return { ids, approval: await putInLine(db, tracked, actor, row, accounts) }
  })
  return { postId: id, historyId, approval: result.approval, places: await placesOf(actor.brandId, id, result.ids) }
}

async function newAccounts(db: Db, brandId: string, row: PostRow): Promise<AccountRow[]> {
  const taken = new Set([...(await linesOfPost(db, brandId, row.id)), ...(await deliveriesOfPost(db, brandId, row.id))].map((one) => one.account_id))
  return (await chosenAccounts(db, brandId, await docOf(db, row))).filter(({ id }) => !taken.has(id))
}

async function requireShownPlan(db: Db, brandId: string, pillarId: string | null, accountIds: string[], planVersion: string): Promise<void> {
  const { version } = await nextSlots(db, brandId, pillarId, accountIds)
  if (version !== planVersion) throw problem('planChanged')
}

/**
 * Checks a post for each of these accounts and puts it last in their lines. Whoever may approve it does so by lining it up; else it is
 * lined up in review, and keeps its place until somebody approves it.
 */
async function putInLine(db: Db, tracked: Tracked, actor: Actor, row: PostRow, accounts: AccountRow[]): Promise<PostRow['approval']> {
  await requireNoStops(db, actor, row, accounts)
  const isApproved = row.approval === 'approved' && row.approved_version === row.version
  const approves = !isApproved && mayApprove(actor, row, await chosenAccounts(db, actor.brandId, await docOf(db, row)))
  if (approves) await putApproved(tracked, actor, row, '')
  else if (!isApproved && row.approval !== 'in-review') await putInReview(tracked, actor, row, '')
  for (const account of accounts) await insertLine(db, tracked, actor.brandId, row.id, account.id)
  if (row.article_id) await putState(db, tracked, actor, row.article_id, 'clipped')
  return isApproved || approves ? 'approved' : 'in-review'
}

/** Nothing is cut and nothing half right goes out: what a check stops is refused, by name, before anything is stored. */
async function requireNoStops(db: Db, actor: Actor, row: PostRow, accounts: AccountRow[]): Promise<void> {
  const proofOf = await proofMaker(db, (await brandById(db, actor.brandId))!, [row])
  const { accounts: places } = await nextSlots(db, actor.brandId, row.pillar_id, null)
  const before: { account: string; network: string; text: string }[] = []
  for (const account of accounts) {
    if (!connectorFor(account.protocol).sends) throw problem('cantSendYet', account.name).at('accounts')
    const made = proofOf(row.id, account)
    const plannedAt = places.find(({ accountId }) => accountId === account.id)?.at ?? null
    const stop = (await checksOf(db, actor.brandId, row, account, made, plannedAt, before)).find(({ level }) => level === 'stop')
    if (stop) throw refusalOf(account, stop, made.proof.measure.left)
    before.push({ account: account.name, network: made.rules.id, text: made.proof.text })
  }
}

const refusalOf = (account: AccountRow, stop: Check, left: number) =>
  stop.id === 'length' ? problem('tooLongFor', account.name, -left).at('text') : problem('notReady', account.name, stop.says).at('text')

async function insertLine(db: Db, tracked: Tracked, brandId: string, postId: string, accountId: string): Promise<void> {
  const position = await nextPosition(db, 'lines', brandId)
  const row = { brand_id: brandId, post_id: postId, account_id: accountId, position, state: 'in-line', fixed_at: null, slot_at: null, lined_at: now() }
  await tracked.insert('lines', { id: uuid() }, row)
}

async function placesOf(brandId: string, postId: string, accountIds: string[]): Promise<LinedUp['places']> {
  const { plan } = await planOf(await useDb(), brandId)
  return accountIds.map((accountId) => {
    const entry = plan.entries.find((candidate) => candidate.postId === postId && candidate.accountId === accountId)
    const refusal = plan.unplaced.find((candidate) => candidate.postId === postId && candidate.accountId === accountId)
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
    if (line.approval !== 'approved' || line.approved_version !== line.version) throw problem('notApproved')
    await freeze(db, line, now(), null)
  })
}

/** Lines a post that was not sent up again, last on the account it failed on. */
export async function lineUpAgain(actor: Actor, deliveryId: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'line', deliveryId, async (db, tracked) => {
    const delivery = await deliveryById(db, actor.brandId, deliveryId)
    if (!delivery || delivery.state !== 'not-sent') throw problem('notFound')
    if (await lineOfPost(db, actor.brandId, delivery.post_id, delivery.account_id)) throw problem('stale')
    await insertLine(db, tracked, actor.brandId, delivery.post_id, delivery.account_id)
  })
  return { historyId }
}
