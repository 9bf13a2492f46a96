import type { BatchRowState } from '#shared/batches/types'
import type { Db } from '#server/platform/db'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { listOf } from '#server/platform/db/sqlite/bulk'
import { pick, whole, type InsertOf, type PatchAt, type ShapeOf } from '#server/platform/db/tables'
import {
  BATCHES,
  BATCH_PICTURES,
  BATCH_ROWS,
  type BatchPictureRow,
  type BatchRowRow,
  type BatchTableRow,
} from '../rows'

/** Rows of one insert: SQLite binds so many values at most. */
const AT_ONCE = 500
/** Files a list shows. */
const MOST_LISTED = 50

export async function insertBatch(
  db: Db,
  row: InsertOf<typeof BATCHES>,
  rows: InsertOf<typeof BATCH_ROWS>[],
): Promise<void> {
  await db('batches').insert(row)
  for (let at = 0; at < rows.length; at += AT_ONCE)
    await db('batch_rows').insert(rows.slice(at, at + AT_ONCE))
}

/** A brand's file that is not removed; undefined for any other. */
export const batchById = (db: Db, brandId: string, id: string): Promise<BatchTableRow | undefined> =>
  db('batches').where({ brand_id: brandId, id }).whereNull('removed_at').first()

/** The same whoever asks: for what goes on by itself. */
export const anyBatch = (db: Db, id: string): Promise<BatchTableRow | undefined> =>
  db('batches').where({ id }).whereNull('removed_at').first()

export const batchesOf = (db: Db, brandId: string): Promise<BatchTableRow[]> =>
  readAll(
    BATCHES.columns,
    joined(db, 'batches')
      .where({ brand_id: brandId })
      .whereNull('removed_at')
      .orderBy('created_at', 'desc')
      .orderBy('id', 'desc')
      .limit(MOST_LISTED)
      .select('batches.*'),
  )

/** Files that something is to be done with, those longest untouched first. */
export const batchesAtWork = (db: Db): Promise<BatchTableRow[]> =>
  db('batches').whereNot({ state: 'ready' }).whereNull('removed_at').orderBy('changed_at').limit(MOST_LISTED)

/** The file a brand last read that had these heads. */
export const lastWithHeads = (db: Db, brandId: string, heads: string): Promise<BatchTableRow | undefined> =>
  db('batches').where({ brand_id: brandId, heads_json: heads }).orderBy('created_at', 'desc').first()

export const updateBatch = async (db: Db, id: string, patch: PatchAt<'batches'>): Promise<void> => {
  await db('batches').where({ id }).update(patch)
}

/** Ends what was being done with a file, if it is still that. */
export const settle = async (
  db: Db,
  { id, version, state }: Pick<BatchTableRow, 'id' | 'version' | 'state'>,
  patch: PatchAt<'batches'>,
): Promise<boolean> => (await db('batches').where({ id, version, state }).update(patch)) > 0

const COUNTED = { ...pick(BATCH_ROWS, 'batch_id', 'state'), n: whole() }

/** How many rows of some files are in each state. */
export const countRows = (db: Db, ids: string[]): Promise<ShapeOf<typeof COUNTED>[]> =>
  readAll(
    COUNTED,
    joined(db, 'batch_rows')
      .whereRaw('batch_id IN ?', [listOf(db, ids)])
      .groupBy('batch_id', 'state')
      .select('batch_id', 'state', db.raw('count(*) AS n')),
  )

/** Rows in one of these states, from a position on. */
export const rowsIn = (
  db: Db,
  batchId: string,
  states: BatchRowRow['state'][] | null,
  { after = -1, skip = 0, most }: { after?: number; skip?: number; most: number },
): Promise<BatchRowRow[]> => {
  const query = db('batch_rows').where({ batch_id: batchId }).where('position', '>', after)
  return (states ? query.whereIn('state', states) : query).orderBy('position').offset(skip).limit(most)
}

export const rowAt = (db: Db, batchId: string, position: number): Promise<BatchRowRow | undefined> =>
  db('batch_rows').where({ batch_id: batchId, position }).first()

/** All rows' cells, for what is said of whole columns. */
export const cellsOf = (db: Db, batchId: string, most: number) =>
  readAll(
    pick(BATCH_ROWS, 'cells_json', 'edits_json'),
    joined(db, 'batch_rows')
      .where({ batch_id: batchId })
      .orderBy('position')
      .limit(most)
      .select('cells_json', 'edits_json'),
  )

/** What decides where rows go, of all that may. */
export const plannedOf = (db: Db, batchId: string) =>
  readAll(
    pick(BATCH_ROWS, 'position', 'state', 'planned_json', 'place_json'),
    joined(db, 'batch_rows')
      .where({ batch_id: batchId })
      .whereIn('state', ['ready', 'faulty'])
      .whereNotNull('planned_json')
      .orderBy('position')
      .select('position', 'state', 'planned_json', 'place_json'),
  )

export const updateRow = async (
  db: Db,
  batchId: string,
  position: number,
  patch: PatchAt<'batch_rows'>,
): Promise<void> => {
  await db('batch_rows').where({ batch_id: batchId, position }).update(patch)
}

/** Rows of some states are in another from now on. */
export const moveRows = async (
  db: Db,
  batchId: string,
  from: BatchRowRow['state'][],
  to: BatchRowState,
): Promise<void> => {
  await db('batch_rows').where({ batch_id: batchId }).whereIn('state', from).update({ state: to })
}

export const picturesOf = (db: Db, batchId: string): Promise<BatchPictureRow[]> =>
  db('batch_pictures').where({ batch_id: batchId }).orderBy('name')

/** Puts pictures beside a file; of those known already, one that is there replaces what was. */
export async function putPictures(db: Db, rows: InsertOf<typeof BATCH_PICTURES>[]): Promise<void> {
  for (const row of rows) {
    const query = db('batch_pictures').insert(row).onConflict(['batch_id', 'name'])
    await (row.state === 'waiting' ? query.ignore() : query.merge())
  }
}

export const settlePicture = async (
  db: Db,
  { batch_id, name }: Pick<BatchPictureRow, 'batch_id' | 'name'>,
  patch: PatchAt<'batch_pictures'>,
): Promise<void> => {
  await db('batch_pictures').where({ batch_id, name, state: 'waiting' }).update(patch)
}

export const waitsForPictures = async (db: Db, batchId: string): Promise<boolean> =>
  (await db('batch_pictures').where({ batch_id: batchId, state: 'waiting' }).first('name')) !== undefined

const WAITING = { ...BATCH_PICTURES.columns, ...pick(BATCHES, 'brand_id', 'created_by') }
export type WaitingPicture = ShapeOf<typeof WAITING>

/** Pictures to be fetched. */
export const waitingPictures = (db: Db, most: number): Promise<WaitingPicture[]> =>
  readAll(
    WAITING,
    joined(db, 'batch_pictures')
      .join('batches', 'batches.id', 'batch_pictures.batch_id')
      .where('batch_pictures.state', 'waiting')
      .whereNull('batches.removed_at')
      .limit(most)
      .select('batch_pictures.*', 'batches.brand_id', 'batches.created_by'),
  )

/** How many rows a file has in all. */
export const countOf = async (
  db: Db,
  batchId: string,
  states: BatchRowRow['state'][] | null,
): Promise<number> => {
  const query = joined(db, 'batch_rows').where({ batch_id: batchId })
  const row = await readFirst(
    { n: whole() },
    (states ? query.whereIn('state', states) : query).count({ n: '*' }),
  )
  return Number(row?.n ?? 0)
}

/** Whether a row has a date that may be read two ways. */
export const hasEitherWay = async (db: Db, batchId: string): Promise<boolean> =>
  (await db('batch_rows')
    .where({ batch_id: batchId, state: 'faulty' })
    .whereLike('problems_json', '%bulk.day-or-month%')
    .first('position')) !== undefined
