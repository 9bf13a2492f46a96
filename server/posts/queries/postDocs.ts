import type { Db } from '#server/platform/db'
import { joined, readAll } from '#server/platform/db/read'
import { text } from '#server/platform/db/tables'
import {
  POST_EVENTS,
  PROOFS,
  type PostEventRow,
  type PostPictureRow,
  type ProofRow,
  type WordingRow,
} from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

/** All wordings of some posts. */
export const wordingsOf = (db: Db, postIds: string[]): Promise<WordingRow[]> =>
  db('wordings')
    .whereRaw('post_id IN ?', [listOf(db, postIds)])
    .orderBy('position')

/** Parts of posts on accounts that are still there. */
export const proofsOf = (db: Db, postIds: string[]): Promise<ProofRow[]> =>
  readAll(
    PROOFS.columns,
    joined(db, 'proofs')
      .join('accounts', 'accounts.id', 'proofs.account_id')
      .whereRaw('proofs.post_id IN ?', [listOf(db, postIds)])
      .whereNull('accounts.removed_at')
      .orderBy('accounts.position')
      .select('proofs.*'),
  )

const POST_TAG = { post_id: text(), name: text() }
/** Names of the tags of some posts. */
export const tagsOfPosts = (db: Db, postIds: string[]): Promise<{ post_id: string; name: string }[]> =>
  readAll(
    POST_TAG,
    joined(db, 'post_tags')
      .join('tags', 'tags.id', 'post_tags.tag_id')
      .whereRaw('post_tags.post_id IN ?', [listOf(db, postIds)])
      .select('post_tags.post_id', 'tags.name'),
  )

export const postPicturesOf = (db: Db, postIds: string[]): Promise<PostPictureRow[]> =>
  db('post_pictures')
    .whereRaw('post_id IN ?', [listOf(db, postIds)])
    .orderBy('position')

/** What was said and done about posts, oldest first, with who did it. */
export const eventsOf = (db: Db, postIds: string[]): Promise<(PostEventRow & { who: string | null })[]> =>
  readAll(
    { ...POST_EVENTS.columns, who: text().orNull() },
    joined(db, 'post_events')
      .leftJoin('people', 'people.id', 'post_events.person_id')
      .whereRaw('post_events.post_id IN ?', [listOf(db, postIds)])
      .orderBy('post_events.at')
      .orderBy('post_events.id')
      .select(['post_events.*', db.raw('people.name AS who')]),
  )
