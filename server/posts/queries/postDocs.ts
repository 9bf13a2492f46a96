import type { Db } from '#server/platform/db'
import type { ProofRow } from '../rows'
import { listOf } from '#server/platform/db/sqlite/bulk'

export interface WordingRow {
  id: string
  post_id: string
  position: number
  text: string
  picture_id: string | null
}

export interface PostPictureRow {
  post_id: string
  position: number
  picture_id: string
  description: string
  focus_x: number
  focus_y: number
}

export interface PostEventRow {
  id: string
  post_id: string
  at: number
  person_id: string | null
  what: string
  version: number
  note: string | null
}

export const wordingsOf = (db: Db, postIds: string[]): Promise<WordingRow[]> =>
  db<WordingRow>('wordings')
    .whereRaw('post_id IN ?', [listOf(db, postIds)])
    .orderBy('position')

/** Parts of posts on accounts that are still there. */
export const proofsOf = (db: Db, postIds: string[]): Promise<ProofRow[]> =>
  db('proofs')
    .join('accounts', 'accounts.id', 'proofs.account_id')
    .whereRaw('proofs.post_id IN ?', [listOf(db, postIds)])
    .whereNull('accounts.removed_at')
    .orderBy('accounts.position')
    .select('proofs.*') as unknown as Promise<ProofRow[]>

export const postPicturesOf = (db: Db, postIds: string[]): Promise<PostPictureRow[]> =>
  db<PostPictureRow>('post_pictures')
    .whereRaw('post_id IN ?', [listOf(db, postIds)])
    .orderBy('position')

/** What was said and done about posts, oldest first, with who did it. */
export const eventsOf = (db: Db, postIds: string[]): Promise<(PostEventRow & { who: string | null })[]> =>
  db('post_events')
    .leftJoin('people', 'people.id', 'post_events.person_id')
    .whereRaw('post_events.post_id IN ?', [listOf(db, postIds)])
    .orderBy('post_events.at')
    .orderBy('post_events.id')
    .select(['post_events.*', db.raw('people.name AS who')]) as unknown as Promise<
    (PostEventRow & { who: string | null })[]
  >
