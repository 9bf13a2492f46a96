import type { Db } from '.'
import type { LineRow, PostRow } from './rows'

/** A post in an account's line, with what the plan and the screens need of it. */
export type LinedPost = LineRow &
  Pick<
    PostRow,
    'pillar_id' | 'link' | 'link_title' | 'hashtags_json' | 'credit' | 'good_until' | 'not_before' | 'series_id' | 'approval' | 'approved_version' | 'version'
  > & {
    text: string
    own_text: string | null
    /** The credit as this account's network writes it. */
    account_credit: string | null
  }

const linedPosts = (db: Db, brandId: string) =>
  db('lines')
    .join('posts', 'posts.id', 'lines.post_id')
    .join('wordings', (join) => join.on('wordings.post_id', 'posts.id').andOnVal('wordings.position', 0))
    .join('accounts', 'accounts.id', 'lines.account_id')
    .leftJoin('proofs', (join) => join.on('proofs.post_id', 'lines.post_id').andOn('proofs.account_id', 'lines.account_id'))
    .where('lines.brand_id', brandId)
    .whereNull('accounts.removed_at')
    .select(
      'lines.*', 'posts.pillar_id', 'posts.link', 'posts.link_title', 'posts.hashtags_json', 'posts.credit', 'posts.good_until',
      'posts.not_before', 'posts.series_id', 'posts.approval', 'posts.approved_version', 'posts.version', 'wordings.text', 'proofs.own_text', 'proofs.credit AS account_credit',
    ) // prettier-ignore

/** All of a brand's lines, in line order. */
export const linesOf = (db: Db, brandId: string): Promise<LinedPost[]> => linedPosts(db, brandId).orderBy('lines.position') as unknown as Promise<LinedPost[]>

export const lineById = (db: Db, brandId: string, id: string): Promise<LinedPost | undefined> =>
  linedPosts(db, brandId).where('lines.id', id).first() as unknown as Promise<LinedPost | undefined>

export const lineOfPost = (db: Db, brandId: string, postId: string, accountId: string): Promise<LinedPost | undefined> =>
  linedPosts(db, brandId).where({ 'lines.post_id': postId, 'lines.account_id': accountId }).first() as unknown as Promise<LinedPost | undefined>

export const removeLine = async (db: Db, id: string): Promise<void> => {
  await db('lines').where({ id }).del()
}
