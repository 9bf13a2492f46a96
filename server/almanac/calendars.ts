import { v7 as uuid } from 'uuid'
import { note, say } from '#shared/messages'
import type { Undoable } from '#shared/platform/types'
import { LIMITS } from '#shared/platform/limits'
import { brandById } from '#server/people'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import type { Tracked } from '#server/platform/db/tracked'
import { problem } from '#server/platform/http/problem'
import { webAddress } from '#server/platform/net/address'
import * as store from './queries/almanac'
import { fetchCalendar, keptOf, readText, writeDays, type ReadDays } from './readingCalendars'

/** Takes a calendar by its address, which is read now and again. Throws what refuses it. */
export async function addCalendar(
  actor: Actor,
  { name, url }: { name: string; url: string },
): Promise<Undoable & { id: string }> {
  const address = webAddress(url.replace(/^webcals?:/i, 'https:'))
  const zone = await zoneOf(actor.brandId)
  const { read, validators } = await fetchCalendar(
    { url: address.href, etag: null, last_modified: null },
    zone,
  )
  if (!read) throw problem('noCalendar', say([note('almanac.unchanged')])).at('url')
  return keep(actor, read, {
    ...{ url: address.href, ...validators, zone },
    name: name || address.hostname,
  })
}

/** Takes a calendar as a file. Throws `noCalendar`. */
export async function bringCalendar(
  actor: Actor,
  { name, text }: { name: string; text: string },
): Promise<Undoable & { id: string }> {
  const zone = await zoneOf(actor.brandId)
  const read = await readText(actor.brandId, text, zone, 'person')
  return keep(actor, read, { url: null, zone, name: name.replace(/\.(ics|ical|ifb)$/i, '') })
}

const zoneOf = async (brandId: string): Promise<string> => {
  const brand = await brandById(await useDb(), brandId)
  if (!brand) throw problem('notFound')
  return brand.zone
}

async function keep(
  actor: Actor,
  read: ReadDays,
  about: {
    name: string
    url: string | null
    zone: string
    etag?: string | null
    last_modified?: string | null
  },
): Promise<Undoable & { id: string }> {
  const id = uuid()
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    if ((await store.calendarsOf(db, actor.brandId)).length >= LIMITS.almanacCalendars)
      throw problem('tooManyDates', LIMITS.almanacCalendars)
    await insert(tracked, actor, id, { ...about, ...keptOf(read, about.url !== null) })
    await writeDays(db, id, read)
  })
  return { id, historyId }
}

const insert = (
  tracked: Tracked,
  actor: Actor,
  id: string,
  row: { name: string; url: string | null; zone: string } & ReturnType<typeof keptOf>,
): Promise<void> =>
  tracked.insert(
    'almanac_calendars',
    { id },
    { ...row, ...{ brand_id: actor.brandId, created_by: actor.personId, created_at: now() } },
  )

/** Gives a calendar another name. Throws `notFound`, and `stale` where somebody changed it since. */
export async function editCalendar(
  actor: Actor,
  id: string,
  { name, version }: { name: string; version: number },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    const row = await store.calendarById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    if (row.version !== version) throw problem('stale')
    await tracked.update('almanac_calendars', { id }, { name, version: version + 1 })
  })
  return { historyId }
}

/** Takes a calendar out of the almanac; posts begun for its dates stay. Throws `notFound`. */
export async function removeCalendar(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'almanac', id, async (db, tracked) => {
    const row = await store.calendarById(db, actor.brandId, id)
    if (!row) throw problem('notFound')
    await tracked.update('almanac_calendars', { id }, { removed_at: now(), version: row.version + 1 })
  })
  return { historyId }
}
