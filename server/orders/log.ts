import { toInstant } from '#core/instant'
import { note, say } from '#shared/messages'
import type { LogPage, LogRow } from '#shared/orders/types'
import { LIMITS } from '#shared/platform/limits'
import { readTexts } from '#shared/platform/json'
import type { Undoable } from '#shared/platform/types'
import { putStateOf, statesOfArticles } from '#server/articles'
import { UUID } from '#shared/platform/schemaParts'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { useDb, type Db } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { approvalOf, takeOffDesk } from '#server/posts'
import { articleKey, takeBackOfOrder } from '#server/recipients'
import { loggedOf, type LoggedRow } from './queries/log'

const OUTCOMES = ['done', 'left', 'failed', 'undone']

/** What orders did and left, the newest first; `order`, `outcome`, `before` narrow it. */
export async function logOf(brandId: string, query: Record<string, string>): Promise<LogPage> {
  const { order, outcome, before } = query
  const rows = await loggedOf(await useDb(), brandId, {
    orderId: order && UUID.test(order) ? order : undefined,
    outcome: outcome && OUTCOMES.includes(outcome) ? outcome : undefined,
    before: before && UUID.test(before) ? before : undefined,
    limit: LIMITS.orders.logPage + 1,
  })
  const shown = rows.slice(0, LIMITS.orders.logPage)
  return { rows: shown.map(viewOf), next: rows.length > shown.length ? shown.at(-1)!.id : null }
}

const standsOf = (row: LoggedRow): LogRow['stands'] => {
  if (row.post_id === null || row.approval === null) return null
  if (row.removed_at !== null) return 'removed'
  if (row.out > 0) return 'sent'
  const approval = approvalOf({
    approval: row.approval as 'draft',
    approved_version: row.approved_version,
    version: row.version ?? 0,
  })
  if (approval === 'in-review') return 'in-review'
  return row.lined > 0 ? 'lined-up' : 'draft'
}

const viewOf = (row: LoggedRow): LogRow => ({
  ...{ id: row.id, orderId: row.order_id, orderName: row.order_name, at: toInstant(row.at) },
  ...{ runId: row.run_id, outcome: row.outcome, act: row.act, articleId: row.article_id },
  ...{ title: row.title, source: row.source, postId: row.post_id, stands: standsOf(row) },
  message: say([
    ...(row.why === null ? [] : [note('order.left', { why: row.why })]),
    ...messagesOf(row.message),
  ]),
  mayUndo: mayUndo(row),
})

/** What went out, was handed on or told can't be taken back. */
const mayUndo = (row: LoggedRow): boolean =>
  row.outcome === 'done' &&
  row.act !== 'tell' &&
  (row.act !== 'hand' || row.handed_waits > 0) &&
  row.out === 0 &&
  (row.post_id === null || row.removed_at === null)

/**
 * Takes back what orders did: some things, or a run as a whole, as far as it did not go out. Undone as one.
 * Throws `notFound`, and `nothingToUndo` where nothing of it can be.
 */
export async function undoLogged(
  actor: Actor,
  { ids, runId }: { ids: string[]; runId: string | null },
): Promise<Undoable & { count: number }> {
  const { result, historyId } = await changeUndoably(
    actor,
    'order',
    ids[0] ?? runId ?? '',
    async (db, tracked) => {
      const asked = runId === null ? { ids } : { runId, outcome: 'done' }
      const rows = await loggedOf(db, actor.brandId, { ...asked, limit: LIMITS.atOnce })
      if (rows.length === 0) throw problem('notFound')
      const able = rows.filter(mayUndo)
      if (able.length === 0) throw problem('nothingToUndo')
      for (const row of able) await takeBack(db, tracked, actor, row)
      for (const what of ['post', 'line', 'article', 'tag'] as const)
        await announce(db, actor.brandId, what, '')
      return able.length
    },
  )
  return { historyId, count: result }
}

async function takeBack(db: Db, tracked: Tracked, actor: Actor, row: LoggedRow): Promise<void> {
  await tracked.update('order_log', { id: row.id }, { outcome: 'undone' })
  if (row.post_id !== null) return takeOffDesk(db, tracked, actor.brandId, row.post_id)
  if (row.act === 'hand') {
    const key = row.article_id === null ? row.key : articleKey(row.article_id)
    return takeBackOfOrder(db, tracked, actor.brandId, row.order_id, key)
  }
  if (row.article_id === null) return
  const putOn = readTexts(row.put_on_json)
  for (const tag_id of putOn)
    await tracked.put(
      'article_tags',
      { brand_id: actor.brandId, article_id: row.article_id, tag_id },
      { is_on: 0 },
    )
  if (row.act !== 'clip' && row.act !== 'shelve') return
  const [article] = await statesOfArticles(db, actor.brandId, [row.article_id])
  const isAsLeft = article?.state === (row.act === 'clip' ? 'clipped' : 'shelved')
  if (article && isAsLeft) await putStateOf(db, tracked, actor, article, 'new')
}
