import { randomBytes } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import type { CalendarView } from '#shared/calendars/types'
import type { Undoable } from '#shared/platform/types'
import { accountsOf } from '#server/networks'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { calendarAddress } from './address'
import { calendarOf, calendarsOf } from './queries/calendars'

/** The calendars a brand may give away: its own and one for each account, with their addresses. */
export async function calendarViews(brandId: string): Promise<CalendarView[]> {
  const db = await useDb()
  const known = new Map((await calendarsOf(db, brandId)).map((row) => [row.account_id, row]))
  const accounts = await accountsOf(db, brandId)
  return [null, ...accounts.map(({ id }) => id)].map((accountId) => {
    const row = known.get(accountId)
    return { accountId, address: row ? calendarAddress(row) : null }
  })
}

/**
 * Gives the calendar of an account, or of the brand, by its id, an address that did not exist before; an
 * older one of it opens nothing any more. Throws `notFound`.
 */
export async function openCalendar(actor: Actor, of: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'calendar', of, async (db, tracked) => {
    const accountId = of === actor.brandId ? null : of
    if (accountId !== null && !(await accountsOf(db, actor.brandId)).some(({ id }) => id === accountId))
      throw problem('notFound')
    const known = await calendarOf(db, actor.brandId, accountId)
    const nonce = randomBytes(16).toString('hex')
    if (known) await tracked.update('calendars', { id: known.id }, { nonce })
    else
      await tracked.insert(
        'calendars',
        { id: uuid() },
        {
          ...{ brand_id: actor.brandId, account_id: accountId, nonce },
          ...{ created_by: actor.personId, created_at: now() },
        },
      )
  })
  return { historyId }
}

/** Ends a calendar: its address opens nothing any more. Throws `notFound`. */
export async function closeCalendar(actor: Actor, of: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'calendar', of, async (db, tracked) => {
    const known = await calendarOf(db, actor.brandId, of === actor.brandId ? null : of)
    if (!known) throw problem('notFound')
    await tracked.remove('calendars', { id: known.id })
  })
  return { historyId }
}
