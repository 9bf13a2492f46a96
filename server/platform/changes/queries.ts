import type { Values } from '../db/tables'
import { readJson } from '#shared/platform/json'
import type { ChangeRow, HistoryRow } from './rows'
import type { ChangeKind } from '#shared/platform/types'
import type { Db } from '../db'
import { isTracked, type TrackedRow } from '../db/tracked'

/** Gives its number, which is higher than that of all before. */
export const insertChange = async (db: Db, row: Omit<ChangeRow, 'seq'>): Promise<number> => {
  const [seq] = await db('changes').insert(row)
  return seq!
}

export const changesAfter = (db: Db, seq: number, most: number): Promise<ChangeRow[]> =>
  db('changes').where('seq', '>', seq).orderBy('seq').limit(most)

export const lastChange = async (db: Db): Promise<number> => {
  const row: { seq?: number | null } | undefined = await db('changes').max({ seq: 'seq' }).first()
  return row?.seq ?? 0
}

/** Told as it comes, all day long: no plan is made otherwise for it. */
const NO_PLAN: ChangeKind[] = ['responses']

/**
 * The last change of a brand that plans may depend on, or one that is about all brands; `besides`: kinds of
 * change that don't count either.
 */
export const lastChangeOf = async (
  db: Db,
  brandId: string,
  besides: readonly ChangeKind[] = [],
): Promise<number> => {
  const [own, shared] = [
    await db('changes')
      .where({ brand_id: brandId })
      .whereNotIn('what', [...NO_PLAN, ...besides])
      .orderBy('seq', 'desc')
      .first(),
    await db('changes').whereNull('brand_id').orderBy('seq', 'desc').first(),
  ]
  return Math.max(own?.seq ?? 0, shared?.seq ?? 0)
}

/** When something of a brand was last changed, in milliseconds; 0 where nothing is known of it any more. */
export const lastChangeAt = async (db: Db, brandId: string): Promise<number> =>
  (await db('changes').where({ brand_id: brandId }).orderBy('seq', 'desc').first('at'))?.at ?? 0

export const insertHistory = async (db: Db, row: HistoryRow): Promise<void> => {
  await db('history').insert(row)
}

export const historyById = (db: Db, brandId: string, id: string): Promise<HistoryRow | undefined> =>
  db('history').where({ brand_id: brandId, id }).first()

/** Puts other values into what is remembered of a table's row, in all changes of one thing. */
export async function wipeHistoryOf(
  db: Db,
  brandId: string,
  what: ChangeKind,
  which: string,
  table: string,
  values: Values,
): Promise<void> {
  for (const entry of await db('history').where({
    brand_id: brandId,
    what: `${what}:${which}`,
  })) {
    const wiped = readJson(entry.rows_json, isTracked).map((row) => {
      const wipe = (state: TrackedRow['before']): TrackedRow['before'] => state && { ...state, ...values }
      return row.table === table && row.key['id'] === which
        ? { ...row, before: wipe(row.before), after: wipe(row.after) }
        : row
    })
    await db('history')
      .where({ id: entry.id })
      .update({ rows_json: JSON.stringify(wiped) })
  }
}

export const markUndone = async (db: Db, id: string, at: number): Promise<void> => {
  await db('history').where({ id }).update({ undone_at: at })
}

/** A value kept by name, such as how far the demo clock runs ahead. */
export const getValue = async (db: Db, name: string): Promise<string | null> =>
  (await db<{ name: string; value: string }>('keeping').where({ name }).first())?.value ?? null

export const setValue = async (db: Db, name: string, value: string): Promise<void> => {
  await db('keeping').insert({ name, value }).onConflict('name').merge()
}
