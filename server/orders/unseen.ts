import { toInstant } from '#core/instant'
import type { UnseenPost, UnseenView } from '#shared/orders/types'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { approvalOf, chosenAccounts, docsOf, mayApprove, pillarsNeedingOthers } from '#server/posts'
import { planShown, shownPlan } from '#server/schedule'
import { countUnseen, unseenOf, unseenPosts } from './queries/unseen'

/** Posts that orders made and nobody looked over yet, the oldest first; `isCount`: only how many. */
export async function unseenView(actor: Actor, isCount: boolean): Promise<UnseenView> {
  const db = await useDb()
  if (isCount) return { posts: [], total: await countUnseen(db, actor.brandId) }
  const rows = await unseenPosts(db, actor.brandId, LIMITS.orders.unseen)
  if (rows.length === 0) return { posts: [], total: 0 }
  const docs = await docsOf(db, rows)
  const needingOthers = await pillarsNeedingOthers(db, actor.brandId)
  const known = await planShown(db, actor.brandId)
  const { plan } = shownPlan(known)
  const times = new Map(plan.entries.flatMap(({ postId, at }) => (postId ? [[postId, at] as const] : [])))
  const posts: UnseenPost[] = []
  for (const row of rows) {
    const doc = docs.get(row.id)!
    posts.push({
      ...{ postId: row.id, orderName: row.order_name, at: toInstant(row.created_at) },
      ...{ title: row.title ?? '', source: row.outlet ?? '', text: row.text, link: row.link },
      ...{ pictureId: row.picture_id, approval: approvalOf(row), version: row.version },
      mayApprove: mayApprove(actor, row, await chosenAccounts(db, actor.brandId, doc), needingOthers),
      accountIds: doc.accounts.filter(({ chosen }) => chosen).map(({ accountId }) => accountId),
      places: [...known.lines.values()]
        .filter((line) => line.post_id === row.id && line.echo === 0)
        .map((line) => ({ accountId: line.account_id, at: times.get(line.id) ?? null })),
    })
  }
  return { posts, total: await countUnseen(db, actor.brandId) }
}

/** Somebody has looked these posts over. Throws `notFound` where none of them waits for that. */
export async function lookOver(actor: Actor, postIds: string[]): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'post', postIds[0] ?? '', async (db, tracked) => {
    const rows = await unseenOf(db, actor.brandId, postIds)
    if (rows.length === 0) throw problem('notFound')
    for (const { id } of rows) await tracked.update('posts', { id }, { order_seen_at: now() })
    for (const what of ['line', 'order'] as const) await announce(db, actor.brandId, what, '')
  })
  return { historyId }
}
