import { note } from '#shared/messages'
import type { Message } from '#core/message'
import { draftBecame, draftsAwaited, wishDraft, wishedDraft, type WishView } from '#server/drafting'
import { accountsOf } from '#server/networks'
import type { BrandRow } from '#server/people'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { proofsOfDocs } from '#server/posts'
import type { PostDoc } from '#shared/posts/types'
import { orderById } from './queries/orders'
import { docOfThing } from './thing'
import type { Wanted } from './wanted'

/** Where an order names no account. */
const ROOM = 500

/**
 * What can be made now, with the draft where one was wanted; the rest is asked for, and looked at again once
 * it is written or will not be.
 */
export async function withDrafts(
  brand: BrandRow,
  wanted: Wanted[],
): Promise<{ ready: Wanted[]; drafts: Map<Wanted, WishView> }> {
  const ready: Wanted[] = []
  const drafts = new Map<Wanted, WishView>()
  const db = await useDb()
  for (const one of wanted) {
    const { order, thing } = one
    const isDrafted = order.rule.post.drafted && order.rule.act !== 'lined' && thing.articleId !== null
    if (!isDrafted) {
      ready.push(one)
      continue
    }
    const key = { brandId: brand.id, orderId: order.row.id, articleId: thing.articleId! }
    const wish = await wishedDraft(db, key)
    if (wish === null) {
      const room = await roomFor(db, brand, one)
      await inTransaction((within) => wishDraft(within, { ...key, room }))
    } else if (wish.state !== 'waiting') {
      ready.push(one)
      drafts.set(one, wish)
    }
  }
  return { ready, drafts }
}

/** Characters that the strictest of an order's accounts has room for, beside link, hashtags and credit. */
async function roomFor(db: Db, brand: BrandRow, { order, thing }: Wanted): Promise<number> {
  const filled = order.rule.post.texts.map(() => '')
  const doc = docOfThing(thing, order.rule, { filled, notBefore: null, pictureId: null })
  const chosen = new Set(doc.accounts.map(({ accountId }) => accountId))
  const make = await proofsOfDocs(db, brand, new Map([[thing.key, doc]]))
  const rooms = (await accountsOf(db, brand.id))
    .filter(({ id }) => chosen.has(id))
    .map((account) => make(thing.key, account).proof.measure.left)
  return rooms.length === 0 ? ROOM : Math.max(1, Math.min(...rooms))
}

/** A post's document with its draft in the first text's place. */
export const withDraft = (doc: PostDoc, draft: WishView | undefined): PostDoc =>
  draft?.text
    ? {
        ...doc,
        wordings: doc.wordings.map((one, at) => (at === 0 ? { ...one, text: draft.text! } : one)),
      }
    : doc

/** What is to be said of a post that was to be drafted, and notes which draft became it. */
export async function settleDraft(db: Db, draft: WishView | undefined, postId: string): Promise<Message[]> {
  if (!draft) return []
  if (draft.draftId !== null) await draftBecame(db, draft.draftId, postId)
  return draft.state === 'failed' ? [note('order.not-drafted'), ...draft.message] : []
}

/** Which of its articles each order waits for a draft of, by order and article. */
export const awaitedOf = async (db: Db, brandId: string): Promise<Set<string>> =>
  new Set((await draftsAwaited(db, brandId)).map(({ orderId, articleId }) => `${orderId} ${articleId}`))

/** Whether an order waits for a draft: later while it is off or all are stopped, no more once it is gone. */
export async function isAwaited(
  db: Db,
  brand: BrandRow | undefined,
  orderId: string,
): Promise<'yes' | 'later' | 'no'> {
  const row = brand && (await orderById(db, brand.id, orderId))
  if (!row) return 'no'
  return row.state === 'on' && brand.orders_stopped_at === null ? 'yes' : 'later'
}
