import { pauseAfter } from '#core/dispatch'
import { DAY } from '#core/instant'
import { note } from '#shared/messages'
import { putNotice, settleNotices } from '#server/notices'
import { brandById } from '#server/people'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb } from '#server/platform/db'
import { storeMessages } from '#server/platform/db/messages'
import { log } from '#server/platform/log'
import { dataOf } from './eventData'
import { giveUp, nextFor, noteDispatch } from './queries/dispatches'
import { noteRecipient, recipientById, recipientsDue } from './queries/recipients'
import type { DispatchRow, RecipientRow } from './rows'
import { sendTo } from './ways'
import type { Attempt } from './ways/attempt'

/** Recipients that are sent to at once, in all and of one brand. */
const AT_ONCE = 8
const OF_A_BRAND = 2
/** Things that one recipient is sent in a row before others have their turn. */
const IN_A_ROW = 20
/** How long a round waits for those it set to work: a slow one makes no other wait. */
const PATIENCE_MS = 2_000
/** What could not be handed on in this time is given up, and that is said. */
const GIVEN_UP_MS = 3 * DAY
/** Failures in a row after which somebody is told. */
const TOLD_AFTER = 3

/** Recipients that are being sent to in this process, with their brands. */
const working = new Map<string, { brandId: string; work: Promise<void> }>()

/** Sends each recipient what waits for it. Gives how many took something, so that more may follow at once. */
export async function dispatchRound(): Promise<number> {
  let took = 0
  for (const row of await recipientsDue(await useDb(), now())) {
    const ofBrand = [...working.values()].filter(({ brandId }) => brandId === row.brand_id).length
    if (working.has(row.id) || working.size >= AT_ONCE || ofBrand >= OF_A_BRAND) continue
    const work = sendSome(row)
      .then((count) => void (took += count))
      .catch((error: unknown) => log.error({ error }, 'What was handed on could not be looked at.'))
      .finally(() => working.delete(row.id))
    working.set(row.id, { brandId: row.brand_id, work })
  }
  if (working.size === 0) return 0
  let timer: NodeJS.Timeout | undefined
  const patience = new Promise((resolve) => (timer = setTimeout(resolve, PATIENCE_MS)))
  await Promise.race([Promise.all([...working.values()].map(({ work }) => work)), patience])
  clearTimeout(timer)
  return took
}

/** Sends what waits, oldest first, until something fails; gives how many were settled. */
async function sendSome(row: RecipientRow): Promise<number> {
  const db = await useDb()
  for (let count = 0; count < IN_A_ROW; count++) {
    const brand = await brandById(db, row.brand_id)
    // Where all orders are stopped, what they handed on waits too.
    const byHand = brand?.orders_stopped_at !== null
    const next = await nextFor(db, row.id, { at: now(), byHand })
    const recipient = await recipientById(db, row.brand_id, row.id)
    if (!next || !recipient || !(await sendOne(recipient, next))) return count
  }
  return IN_A_ROW
}

/** Gives whether the next may follow at once. */
async function sendOne(recipient: RecipientRow, row: DispatchRow): Promise<boolean> {
  return settle(recipient, row, await tryOnce(recipient, row))
}

/** A fault of ours, such as a secret of another installation, is a failure like any other. */
async function tryOnce(recipient: RecipientRow, row: DispatchRow): Promise<Attempt> {
  try {
    const data = await dataOf(row)
    if (data === null)
      return { verdict: 'refused', status: null, message: [note('handed.gone')], waitMs: null }
    return await sendTo(recipient, { id: row.id, at: row.created_at, type: row.type, data })
  } catch (error) {
    log.error({ error, recipientId: recipient.id }, 'Something could not be handed on.')
    return { verdict: 'again', status: null, message: [note('handed.fault')], waitMs: null }
  }
}

async function settle(recipient: RecipientRow, row: DispatchRow, attempt: Attempt): Promise<boolean> {
  const isOver = attempt.verdict === 'again' && now() - row.created_at >= GIVEN_UP_MS
  const ended =
    attempt.verdict === 'taken' ? 'done' : attempt.verdict === 'refused' || isOver ? 'failed' : null
  const failures = attempt.verdict === 'again' ? recipient.failures + 1 : 0
  const message = attempt.message.length === 0 ? null : storeMessages(attempt.message)
  await inTransaction(async (db) => {
    await noteDispatch(db, row.id, {
      ...{ state: ended ?? 'waiting', attempts: row.attempts + 1, status: attempt.status, message },
      ended_at: ended === null ? null : now(),
    })
    // What waited as long behind it is given up with it: each would else wait for a try of its own.
    if (isOver) await giveUp(db, recipient.id, now() - GIVEN_UP_MS, { message, ended_at: now() })
    await noteRecipient(db, recipient, {
      ...{ failures, message: failures > 0 ? message : null },
      retry_at: failures > 0 ? now() + pauseAfter(failures, attempt.waitMs) : null,
      ...(attempt.verdict === 'taken' ? { last_at: now() } : {}),
    })
    if (failures >= TOLD_AFTER)
      await putNotice(db, {
        ...{ brandId: recipient.brand_id, kind: 'hand-on', about: recipient.id },
        title: [note('notice.hand-on', { network: recipient.name })],
        message: [...attempt.message, note('handed.tried-again')],
        link: '/set-up/recipients',
      })
    else if (failures === 0) await settleNotices(db, recipient.brand_id, 'hand-on', recipient.id)
    await announce(db, recipient.brand_id, 'recipient', recipient.id)
  })
  return failures === 0
}
