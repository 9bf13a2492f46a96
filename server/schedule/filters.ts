import { v7 as uuid } from 'uuid'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import type { KeptFilter, SavedFilter } from '#shared/schedule/filter'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import type { Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import * as store from './queries/filters'
import { readFilter } from './rowJson'

/** A brand's filters by their names. */
export const savedFilters = async (db: Db, brandId: string): Promise<SavedFilter[]> =>
  (await store.filtersOf(db, brandId)).map(({ id, name, filter_json }) => ({
    id,
    name,
    filter: readFilter(filter_json),
  }))

/** Keeps a filter for all of a brand; one of the same name is replaced. Throws `tooManyDates`. */
export async function saveFilter(
  actor: Actor,
  { name, filter }: { name: string; filter: KeptFilter },
): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'brand', actor.brandId, async (db, tracked) => {
    const known = await store.filtersOf(db, actor.brandId)
    const same = known.find((one) => one.name.toLowerCase() === name.toLowerCase())
    if (!same && known.length >= LIMITS.sheetFilters) throw problem('tooManyDates', LIMITS.sheetFilters)
    const set = Object.entries(filter).filter(([, value]) => value !== '')
    const filter_json = JSON.stringify(Object.fromEntries(set))
    await tracked.put(
      'sheet_filters',
      { id: same?.id ?? uuid() },
      same
        ? { ...same, name, filter_json }
        : {
            ...{ brand_id: actor.brandId, name, filter_json },
            created_by: actor.personId,
            created_at: now(),
          },
    )
  })
  return { historyId }
}

/** Removes a filter. Throws `notFound`. */
export async function removeFilter(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'brand', actor.brandId, async (db, tracked) => {
    if (!(await store.filtersOf(db, actor.brandId)).some((one) => one.id === id)) throw problem('notFound')
    await tracked.remove('sheet_filters', { id })
  })
  return { historyId }
}
