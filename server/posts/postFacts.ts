import type { StoredMessages } from '#server/platform/db/messages'
import { v7 as uuid } from 'uuid'
import type { PostDoc, PostEvent } from '#shared/posts/types'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { accountsOf, type AccountRow } from '#server/networks'
import { pillarsOf } from '#server/people'
import type { PostRow } from './rows'
import type { Tracked } from '#server/platform/db/tracked'
import type { Actor } from '#server/platform/changes/actor'

/** Approval is of one version: an edit withdraws it. */
export const approvalOf = (
  row: Pick<PostRow, 'approval' | 'approved_version' | 'version'>,
): PostRow['approval'] =>
  row.approval === 'approved' && row.approved_version !== row.version ? 'draft' : row.approval

/**
 * Whether a person may approve a post: where an account or its pillar wants somebody else, not whoever wrote
 * it last.
 */
export const mayApprove = (
  actor: Actor,
  post: PostRow,
  accounts: AccountRow[],
  needingOthers: ReadonlySet<string>,
): boolean =>
  post.saved_by !== actor.personId ||
  (accounts.every(({ approver }) => approver === 'anyone') && !needingOthers.has(post.pillar_id ?? ''))

/** The pillars whose posts somebody else must approve. */
export const pillarsNeedingOthers = async (db: Db, brandId: string): Promise<ReadonlySet<string>> =>
  new Set((await pillarsOf(db, brandId)).filter((pillar) => pillar.needs_approval === 1).map(({ id }) => id))

/** The accounts chosen for a post that are still there, in their order. */
export async function chosenAccounts(db: Db, brandId: string, doc: PostDoc): Promise<AccountRow[]> {
  const chosen = new Set(doc.accounts.filter((part) => part.chosen).map(({ accountId }) => accountId))
  return (await accountsOf(db, brandId)).filter(({ id }) => chosen.has(id))
}

/** Adds a step to a post’s history; can be undone with what it is part of. */
export const addEvent = (
  tracked: Tracked,
  postId: string,
  event: {
    person_id: string | null
    what: PostEvent['what']
    version: number
    note: StoredMessages | string | null
  },
): Promise<void> => tracked.insert('post_events', { id: uuid() }, { post_id: postId, at: now(), ...event })
