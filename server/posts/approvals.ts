import type { StoredMessages } from '#server/platform/db/messages'
import type { Undoable } from '#shared/platform/types'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { postById } from './queries/posts'
import { queueItemsOfPost } from './queries/queueItems'
import type { PostRow } from './rows'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { docOf } from './postDocs'
import { happened } from '#server/recipients'
import { firstWords } from './noticeReviews'
import { seenNow } from './posts'
import { addEvent, chosenAccounts, mayApprove, pillarsNeedingOthers } from './postFacts'

type Step = (db: Db, tracked: Tracked, row: PostRow) => Promise<void>

/** One step of approval, of the version that was looked at; undone as one. */
async function step(actor: Actor, id: string, version: number, work: Step): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'post', id, async (db, tracked) => {
    const row = await postById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== version) throw problem('stale')
    await work(db, tracked, row)
    const seen = seenNow(row)
    if (seen.order_seen_at) await tracked.update('posts', { id }, seen)
    // Whether it goes out follows from it.
    if ((await queueItemsOfPost(db, actor.brandId, id)).length > 0)
      await announce(db, actor.brandId, 'line', id)
  })
  return { historyId }
}

/** Asks somebody to look at a post. */
export const askReview = (
  actor: Actor,
  id: string,
  input: { version: number; note: string },
): Promise<Undoable> =>
  step(actor, id, input.version, (_, tracked, row) => putInReview(tracked, actor, row, input.note))

/** Puts a post in review, with a note for its history. */
export async function putInReview(
  tracked: Tracked,
  actor: Actor,
  row: Pick<PostRow, 'id' | 'version'>,
  note: StoredMessages | string,
): Promise<void> {
  await tracked.update('posts', { id: row.id }, { approval: 'in-review', asked_at: now() })
  await addEvent(tracked, row.id, {
    person_id: actor.personId,
    what: 'asked',
    version: row.version,
    note: note || null,
  })
}

/** Approves one version of a post. Throws `someoneElse` where an account wants another person for it. */
export const approve = (
  actor: Actor,
  id: string,
  input: { version: number; note: string },
): Promise<Undoable> =>
  step(actor, id, input.version, async (db, tracked, row) => {
    if (
      !mayApprove(
        actor,
        row,
        await chosenAccounts(db, actor.brandId, await docOf(db, row)),
        await pillarsNeedingOthers(db, actor.brandId),
      )
    )
      throw problem('someoneElse')
    await putApproved(db, tracked, actor, row, input.note)
  })

/** Approves a post as it is in this version, with a note for its history. */
export async function putApproved(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  row: Pick<PostRow, 'id' | 'version'>,
  note: StoredMessages | string,
): Promise<void> {
  await tracked.update(
    'posts',
    { id: row.id },
    {
      approval: 'approved',
      approved_by: actor.personId,
      approved_at: now(),
      approved_version: row.version,
      asked_at: null,
    },
  )
  await addEvent(tracked, row.id, {
    person_id: actor.personId,
    what: 'approved',
    version: row.version,
    note: note || null,
  })
  await tellApproved(db, actor, row.id)
}

/** Whoever wants to hear of it hears that a post is approved. */
async function tellApproved(db: Db, actor: Actor, id: string): Promise<void> {
  const row = await postById(db, actor.brandId, id)
  if (!row) return
  const doc = await docOf(db, row)
  const accounts = await chosenAccounts(db, actor.brandId, doc)
  const text = doc.wordings[0]?.text ?? ''
  await happened(db, actor.brandId, 'post.approved', {
    ...{ key: `post:${id}`, title: firstWords(text) },
    data: {
      ...{ key: `post:${id}`, postId: id, text, link: doc.link, version: row.version },
      accounts: accounts.map(({ id: accountId, name }) => ({ accountId, account: name })),
    },
  })
}

/**
 * Whoever lines a post up, or makes it come round again, approves it by that where they may; else, or where
 * that is wished, it is put in review. One that is approved as it is stays so. Gives which it is. `note`: for
 * its history.
 */
export async function approveOrAsk(
  db: Db,
  tracked: Tracked,
  actor: Actor,
  row: PostRow,
  inReview: boolean,
  note: StoredMessages | '' = '',
): Promise<'approved' | 'in-review'> {
  if (row.approval === 'approved' && row.approved_version === row.version) return 'approved'
  const accounts = await chosenAccounts(db, actor.brandId, await docOf(db, row))
  if (!inReview && mayApprove(actor, row, accounts, await pillarsNeedingOthers(db, actor.brandId))) {
    await putApproved(db, tracked, actor, row, note)
    return 'approved'
  }
  if (row.approval !== 'in-review') await putInReview(tracked, actor, row, note)
  return 'in-review'
}

/** Sends a post back to whoever wrote it, with what is to be changed. */
export const sendBack = (
  actor: Actor,
  id: string,
  input: { version: number; note: string },
): Promise<Undoable> =>
  step(actor, id, input.version, async (_, tracked, row) => {
    await tracked.update('posts', { id }, { approval: 'sent-back', asked_at: null })
    await addEvent(tracked, id, {
      person_id: actor.personId,
      what: 'sent-back',
      version: row.version,
      note: input.note || null,
    })
  })
