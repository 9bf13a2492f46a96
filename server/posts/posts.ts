import { anyCampaign } from '#server/campaigns'
import { say } from '#shared/messages'
import { messagesOf } from '#server/platform/db/messages'
import { toInstant } from '#core/instant'
import { ruleOf } from '#shared/posts/docs'
import type { DeskRow, DeskView, PostDoc, PostEvent, PostView } from '#shared/posts/types'
import type { Undoable } from '#shared/platform/types'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { accountsOf, accountsOfBrand } from '#server/networks'
import { articleForBrand, setTagsOf, tagsOf } from '#server/articles'
import { brandById, pillarById, personById } from '#server/people'
import { deliveriesOfPost, standingDeliveries } from '#server/delivery'
import { picturesByIds } from './queries/pictures'
import { eventsOf } from './queries/postDocs'
import * as store from './queries/posts'
import { queueItemsOfPost } from './queries/queueItems'
import { shortLinksOf, makeCodes } from '#server/results'
import type { PostRow } from './rows'
import { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { clippingsOfPost } from '#server/clippings'
import { changeUndoably } from '#server/platform/changes/history'
import { columnsOf, docOf, docsOf, inOrder, writeParts } from './postDocs'
import { addEvent, approvalOf, chosenAccounts, mayApprove, pillarsNeedingOthers } from './postFacts'
import { pictureView } from './proofs'
import { shortBase, writingOf } from './writing'

const MOST_ON_DESK = 500

/** A post as whoever writes or approves it sees it. Throws `notFound`. */
export async function openPost(actor: Actor, id: string): Promise<PostView> {
  const db = await useDb()
  const row = await store.postById(db, actor.brandId, id)
  if (!row) throw problem('notFound')
  return viewOf(db, actor, row)
}

/** The post that is being written about an article; null for none. */
export async function draftOf(db: Db, actor: Actor, articleId: string): Promise<PostView | null> {
  const row = await store.draftOfArticle(db, actor.brandId, articleId)
  return row ? viewOf(db, actor, row) : null
}

async function viewOf(db: Db, actor: Actor, row: PostRow): Promise<PostView> {
  const doc = await docOf(db, row)
  const codes = await shortLinksOf(db, [row.id])
  const sent = (await deliveriesOfPost(db, actor.brandId, row.id)).filter(({ state }) => state === 'sent')
  return {
    id: row.id,
    version: row.version,
    doc,
    approval: approvalOf(row),
    events: (await eventsOf(db, [row.id])).map(eventOf),
    savedAt: row.saved_at === null ? null : toInstant(row.saved_at),
    savedBy: row.saved_by === null ? null : ((await personById(db, row.saved_by))?.name ?? null),
    mayApprove: mayApprove(
      actor,
      row,
      await chosenAccounts(db, actor.brandId, doc),
      await pillarsNeedingOthers(db, actor.brandId),
    ),
    pictures: (
      await picturesByIds(
        db,
        actor.brandId,
        doc.pictures.map(({ id }) => id),
      )
    ).map(pictureView),
    codes: Object.fromEntries(
      codes.filter(({ echo }) => echo === 0).map(({ account_id, code }) => [account_id, code]),
    ),
    lines: (await queueItemsOfPost(db, actor.brandId, row.id)).map(({ id, account_id }) => ({
      queueItemId: id,
      accountId: account_id,
    })),
    sent: sent.map((item) => ({
      accountId: item.account_id,
      at: toInstant(item.sent_at ?? item.due_at),
      remoteUrl: item.remote_url,
    })),
    clippings: await clippingsOfPost(db, actor.brandId, doc),
    orderId: row.order_id,
  }
}

type EventRow = Awaited<ReturnType<typeof eventsOf>>[number]
const eventOf = (row: EventRow): PostEvent => ({
  at: toInstant(row.at),
  who: row.who,
  what: row.what as PostEvent['what'],
  // A person's own words, or why the server sent it back.
  note: row.note === null ? null : say(messagesOf(row.note)),
})

/**
 * Saves a post as it is being written; one that is not there is made with the client's id (version 0). A save
 * that changes nothing keeps the version, one that changes something withdraws an approval. Throws
 * `postChanged`, with the post as it is, where somebody else saved in the meantime.
 */
export async function savePost(
  actor: Actor,
  id: string,
  input: { version: number; doc: PostDoc },
): Promise<PostView> {
  await inTransaction(async (db) => {
    const doc = await ownParts(db, actor.brandId, input.doc)
    const row = await store.postById(db, actor.brandId, id)
    if (!row) {
      if (input.version !== 0 || (await store.anyPost(db, id))) throw problem('notFound')
      await insertPost(db, new Tracked(db), actor, id, doc)
      await announce(db, actor.brandId, 'post', id)
      return
    }
    const before = await docOf(db, row)
    if (JSON.stringify(before) === JSON.stringify(doc)) return
    if (row.version !== input.version)
      throw problem('postChanged').with({ current: await viewOf(db, actor, row) })
    // What it serves and is found by is none of its words: what went out may be filed anew too.
    if (JSON.stringify({ ...before, campaignId: doc.campaignId, tags: doc.tags }) === JSON.stringify(doc)) {
      await setTagsOf(db, new Tracked(db), actor.brandId, 'post_tags', id, doc.tags)
      return giveToCampaign(db, new Tracked(db), actor, row, doc.campaignId)
    }
    if (await isAllOut(db, actor.brandId, id, before)) throw problem('postSent')
    await rewritePost(db, new Tracked(db), actor, row, doc)
    // No list but the Desk's own shows what it says.
    await announce(db, actor.brandId, row.approval === 'draft' ? 'post-text' : 'post', id)
    if ((await queueItemsOfPost(db, actor.brandId, id)).length > 0)
      await announce(db, actor.brandId, 'line', id)
  })
  return openPost(actor, id)
}

/** Gives a post to a campaign, or to none: its next version, approved where this one is. */
export async function giveToCampaign(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  row: PostRow,
  campaignId: string | null,
): Promise<void> {
  const version = row.version + 1
  const approved_version = approvalOf(row) === 'approved' ? version : row.approved_version
  await tracked.update('posts', { id: row.id }, { campaign_id: campaignId, version, approved_version })
  await announce(db, actor.brandId, 'post', row.id)
  await announce(db, actor.brandId, 'campaign', campaignId ?? '')
}

/** Whether a post went out on every account chosen for it; what is out stays as it was. */
async function isAllOut(db: Db, brandId: string, id: string, doc: PostDoc): Promise<boolean> {
  const out = new Set((await standingDeliveries(db, brandId, id)).map(({ account_id }) => account_id))
  return out.size > 0 && doc.accounts.every(({ chosen, accountId }) => !chosen || out.has(accountId))
}

/** Whoever does something about a post that an order made has looked it over. */
export const seenNow = (row: PostRow): Partial<PostRow> =>
  row.order_id === null || row.order_seen_at !== null ? {} : { order_seen_at: now() }

/** Writes a post anew: its next version, which nobody has approved. */
export async function rewritePost(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  row: PostRow,
  doc: PostDoc,
): Promise<void> {
  const isWithdrawn = approvalOf(row) === 'approved' || row.approval === 'in-review'
  const patch: Partial<PostRow> = {
    ...columnsOf(doc),
    version: row.version + 1,
    saved_at: now(),
    saved_by: actor.personId,
  }
  await tracked.update(
    'posts',
    { id: row.id },
    { ...patch, ...seenNow(row), ...(isWithdrawn ? { approval: 'draft', asked_at: null } : {}) },
  )
  if (isWithdrawn)
    await addEvent(tracked, row.id, {
      person_id: actor.personId,
      what: 'withdrawn',
      version: row.version,
      note: null,
    })
  await writeParts(db, tracked, actor.brandId, row.id, doc)
  await codesOfDoc(db, actor.brandId, row.id, doc)
  // Campaigns count their posts, also those that went out.
  if (row.campaign_id !== doc.campaignId) await announce(db, actor.brandId, 'campaign', doc.campaignId ?? '')
}

/** Writes a new post's rows; `orderId`: the standing order that makes it, for somebody to look over. */
export async function insertPost(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  id: string,
  doc: PostDoc,
  orderId: string | null = null,
): Promise<void> {
  await tracked.insert(
    'posts',
    { id },
    {
      ...columnsOf(doc),
      brand_id: actor.brandId,
      approval: 'draft',
      created_by: actor.personId,
      created_at: now(),
      saved_at: now(),
      saved_by: actor.personId,
      version: 1,
      order_id: orderId,
    },
  )
  await writeParts(db, tracked, actor.brandId, id, doc)
  await codesOfDoc(db, actor.brandId, id, doc)
}

/**
 * A document without what is not the brand's: accounts that were removed go, a foreign article, pillar or
 * picture is refused.
 */
async function ownParts(db: Db, brandId: string, doc: PostDoc): Promise<PostDoc> {
  if (doc.pillarId && !(await pillarById(db, brandId, doc.pillarId))) throw problem('notFound').at('pillarId')
  if (doc.campaignId && !(await anyCampaign(db, brandId, doc.campaignId)))
    throw problem('notFound').at('campaignId')
  if (doc.articleId && !(await articleForBrand(db, brandId, doc.articleId)))
    throw problem('notFound').at('articleId')
  const named = [
    ...doc.pictures.map(({ id }) => id),
    ...doc.wordings.flatMap(({ pictureId }) => pictureId ?? []),
  ]
  const known = new Set((await picturesByIds(db, brandId, named)).map(({ id }) => id))
  if (named.some((id) => !known.has(id))) throw problem('notFound').at('pictures')
  const accounts = await accountsOf(db, brandId)
  const tags = new Map((await tagsOf(db, brandId)).map(({ name }) => [name.toLowerCase(), name]))
  return {
    ...doc,
    // A tag is the same however large its letters are.
    tags: inOrder(doc.tags.map((name) => tags.get(name.toLowerCase()) ?? name)),
    accounts: accounts.flatMap(({ id }) => doc.accounts.filter(({ accountId }) => accountId === id)),
  }
}

/**
 * Short links get their codes as soon as they are wanted, so that the proof shows the address that will go
 * out.
 */
async function codesOfDoc(db: Db, brandId: string, postId: string, doc: PostDoc): Promise<void> {
  if (!doc.link || shortBase() === null) return
  const writing = writingOf((await brandById(db, brandId))!)
  const wanted = (await accountsOfBrand(db, brandId)).filter(
    (account) => ruleOf(account, writing).kind === 'short',
  )
  const chosen = new Set(doc.accounts.filter((part) => part.chosen).map(({ accountId }) => accountId))
  await makeCodes(
    db,
    brandId,
    postId,
    wanted.map(({ id }) => id).filter((id) => chosen.has(id)),
  )
}

/** Takes a post off the Desk. One that is in line is taken out of it first. */
export async function removePost(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'post', id, async (db, tracked) => {
    if (!(await store.postById(db, actor.brandId, id))) throw problem('notFound')
    await takeOffDesk(db, tracked, actor.brandId, id)
  })
  return { historyId }
}

/** Removes a post, out of the lines it stands in first. */
export async function takeOffDesk(db: Db, tracked: Tracked, brandId: string, id: string): Promise<void> {
  for (const line of await queueItemsOfPost(db, brandId, id)) await tracked.remove('lines', { id: line.id })
  await tracked.update('posts', { id }, { removed_at: now() })
}

/**
 * What is on the Desk: in review first, the longest waiting before the others; then sent back; then what is
 * being written, newest first.
 */
export async function desk(actor: Actor): Promise<DeskView> {
  const db = await useDb()
  const rows = await store.postsOnDesk(db, actor.brandId, MOST_ON_DESK)
  const docs = await docsOf(db, rows)
  const needingOthers = await pillarsNeedingOthers(db, actor.brandId)
  const events = await eventsOf(
    db,
    rows.map(({ id }) => id),
  )
  const accounts = await accountsOf(db, actor.brandId)
  return {
    rows: rows.map((row): DeskRow => {
      const chosen = docs.get(row.id)!.accounts.filter((part) => part.chosen)
      const last = events.filter(({ post_id }) => post_id === row.id).at(-1)
      return {
        id: row.id,
        text: row.text,
        title: row.title,
        outlet: row.outlet,
        approval: approvalOf(row),
        pillarId: row.pillar_id,
        accountIds: chosen.map(({ accountId }) => accountId),
        pictureId: row.picture_id,
        savedAt: toInstant(row.saved_at!),
        savedBy: row.saver ?? '',
        askedAt: row.asked_at === null ? null : toInstant(row.asked_at),
        last: last ? eventOf(last) : null,
        lined: Number(row.lined),
        mayApprove: mayApprove(
          actor,
          row,
          accounts.filter(({ id }) => chosen.some(({ accountId }) => accountId === id)),
          needingOthers,
        ),
        version: row.version,
        orderId: row.order_id,
      }
    }),
  }
}
