import { randomBytes } from 'node:crypto'
import { v7 as uuid } from 'uuid'
import { ALMANAC, type CalendarView } from '#shared/calendars/types'
import type { Undoable } from '#shared/platform/types'
import { campaignById, campaignsOf } from '#server/campaigns'
import { accountsOf } from '#server/networks'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { calendarAddress } from './address'
import { calendarOf, calendarsOf, type CalendarOf } from './queries/calendars'

/** The calendars a brand may give away, with their addresses: its own, accounts’, campaigns’, the almanac. */
export async function calendarViews(brandId: string): Promise<CalendarView[]> {
  const db = await useDb()
  const known = new Map(
    (await calendarsOf(db, brandId)).map((row) => [
      row.what === 'almanac' ? ALMANAC : (row.account_id ?? row.campaign_id ?? brandId),
      row,
    ]),
  )
  const of = [brandId, ...(await accountsOf(db, brandId)).map(({ id }) => id)]
  const campaigns = (await campaignsOf(db, brandId)).map(({ id }) => id)
  return [...of, ...campaigns, ALMANAC].map((id) => {
    const row = known.get(id)
    return { of: id, address: row ? calendarAddress(row) : null }
  })
}

/** What a calendar is of, by the id of a brand, an account or a campaign, or `ALMANAC`. Throws `notFound`. */
async function calendarNamed(db: Db, brandId: string, of: string): Promise<CalendarOf> {
  const whole = { account_id: null, campaign_id: null, what: 'posts' } as const
  if (of === ALMANAC) return { ...whole, what: 'almanac' }
  if (of === brandId) return whole
  if ((await accountsOf(db, brandId)).some(({ id }) => id === of)) return { ...whole, account_id: of }
  if (await campaignById(db, brandId, of)) return { ...whole, campaign_id: of }
  throw problem('notFound')
}

/**
 * Gives the calendar of an account, a campaign or the brand, by its id, or of the almanac an address that
 * did not exist before; an older one of it opens nothing any more. Throws `notFound`.
 */
export async function openCalendar(actor: Actor, of: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'calendar', of, async (db, tracked) => {
    const named = await calendarNamed(db, actor.brandId, of)
    const known = await calendarOf(db, actor.brandId, named)
    const nonce = randomBytes(16).toString('hex')
    if (known) await tracked.update('calendars', { id: known.id }, { nonce })
    else
      await tracked.insert(
        'calendars',
        { id: uuid() },
        {
          ...{ ...named, brand_id: actor.brandId, nonce },
          ...{ created_by: actor.personId, created_at: now() },
        },
      )
  })
  return { historyId }
}

/** Ends a calendar: its address opens nothing any more. Throws `notFound`. */
export async function closeCalendar(actor: Actor, of: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'calendar', of, async (db, tracked) => {
    const known = await calendarOf(db, actor.brandId, await calendarNamed(db, actor.brandId, of))
    if (!known) throw problem('notFound')
    await tracked.remove('calendars', { id: known.id })
  })
  return { historyId }
}
