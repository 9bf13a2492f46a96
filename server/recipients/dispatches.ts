import { toInstant } from '#core/instant'
import { say } from '#shared/messages'
import { LIMITS } from '#shared/platform/limits'
import { UUID } from '#shared/platform/schemaParts'
import type { Undoable } from '#shared/platform/types'
import type { DispatchPage, DispatchView, TrialAnswer } from '#shared/recipients/types'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { messagesOf } from '#server/platform/db/messages'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { dispatchById, dispatchesOf, waitingOfOrder, type ListedDispatch } from './queries/dispatches'
import { recipientById } from './queries/recipients'
import { articleKey } from './things'
import { wayOutOf } from './ways'
import { tryHook } from './ways/webhook'

/** What was handed on, the newest first; `recipient`, `article`, `clipping`, `before` narrow it. */
export async function dispatchPage(brandId: string, query: Record<string, string>): Promise<DispatchPage> {
  const idOf = (name: string): string | undefined => (UUID.test(query[name] ?? '') ? query[name] : undefined)
  const [article, clipping] = [idOf('article'), idOf('clipping')]
  const rows = await dispatchesOf(await useDb(), brandId, {
    recipientId: idOf('recipient'),
    key: article ? articleKey(article) : clipping ? `clipping:${clipping}` : undefined,
    before: idOf('before'),
    limit: LIMITS.recipients.page + 1,
  })
  const shown = rows.slice(0, LIMITS.recipients.page)
  return { rows: shown.map(viewOf), next: rows.length > shown.length ? shown.at(-1)!.id : null }
}

const viewOf = (row: ListedDispatch): DispatchView => ({
  ...{ id: row.id, recipientId: row.recipient_id, recipientName: row.recipient_name, type: row.type },
  ...{
    title: row.title,
    articleId: row.article_id,
    by: row.by_name,
    at: toInstant(row.created_at),
    state: row.state,
  },
  ...{ attempts: row.attempts, status: row.status, message: say(messagesOf(row.message)) },
  endedAt: row.ended_at === null ? null : toInstant(row.ended_at),
})

/** Lets one that was given up wait once more. Throws `notFound`, and `notGivenUp` where it was not. */
export async function tryAgain(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'recipient', id, async (db, tracked) => {
    const row = await dispatchById(db, actor.brandId, id)
    if (!row || !(await recipientById(db, actor.brandId, row.recipient_id))) throw problem('notFound')
    if (row.state !== 'failed') throw problem('notGivenUp')
    await tracked.update(
      'dispatches',
      { id },
      {
        ...{ state: 'waiting', attempts: 0, status: null, message: null, ended_at: null },
        // It has as long to arrive as one that is new.
        ...{ created_at: now(), due_at: now() },
      },
    )
    await tracked.update(
      'recipients',
      { id: row.recipient_id },
      { failures: 0, retry_at: null, message: null },
    )
  })
  return { historyId }
}

/** Takes back what a standing order handed on of one thing, as far as it has not gone. */
export async function takeBackOfOrder(
  db: Db,
  tracked: Tracked,
  brandId: string,
  orderId: string,
  key: string,
): Promise<void> {
  const rows = await waitingOfOrder(db, brandId, orderId, key)
  for (const { id } of rows) await tracked.remove('dispatches', { id })
}

/**
 * Sends a webhook a trial now and gives what it answered. Throws `notFound` for anything else than a webhook,
 * and what went wrong.
 */
export async function testRecipient(actor: Actor, id: string): Promise<TrialAnswer> {
  const row = await recipientById(await useDb(), actor.brandId, id)
  if (row?.kind !== 'webhook') throw problem('notFound')
  return tryHook(wayOutOf(row))
}
