import type { Db } from '#server/platform/db'
import type { StoredMessages } from '#server/platform/db/messages'
import { joined, readAll, readFirst } from '#server/platform/db/read'
import { pick, whole, type ShapeOf } from '#server/platform/db/tables'
import { POSTS } from './clippings'
import { SAVED_ITEMS, SAVED_LISTS, type SavedItemRow, type SavedListRow } from '../rows'

/** Rows of one insert: SQLite binds so many values at most. */
const AT_ONCE = 500

export async function insertList(db: Db, row: SavedListRow, items: SavedItemRow[]): Promise<void> {
  await db('saved_lists').insert(row)
  for (let at = 0; at < items.length; at += AT_ONCE)
    await db('saved_items').insert(items.slice(at, at + AT_ONCE))
}

export const latestList = (db: Db, brandId: string): Promise<SavedListRow | undefined> =>
  db('saved_lists').where({ brand_id: brandId }).orderBy('created_at', 'desc').orderBy('id', 'desc').first()

export const listById = (db: Db, brandId: string, id: string): Promise<SavedListRow | undefined> =>
  db('saved_lists').where({ brand_id: brandId, id }).first()

export async function countItems(db: Db, listId: string): Promise<Map<SavedItemRow['state'], number>> {
  const rows = await readAll(
    { ...pick(SAVED_ITEMS, 'state'), n: whole() },
    joined(db, 'saved_items')
      .where({ list_id: listId })
      .groupBy('state')
      .select('state', db.raw('count(*) AS n')),
  )
  return new Map(rows.map(({ state, n }) => [state, n]))
}

export const failedItems = (db: Db, listId: string, most: number): Promise<SavedItemRow[]> =>
  db('saved_items').where({ list_id: listId, state: 'failed' }).orderBy('position').limit(most)

/** How many of the clippings that a list brought are still kept. */
export async function countStanding(db: Db, listId: string): Promise<number> {
  const row = await readFirst(
    { n: whole() },
    joined(db, 'saved_items')
      .join('clippings', 'clippings.id', 'saved_items.clipping_id')
      .where({ list_id: listId, state: 'added' })
      .count({ n: '*' }),
  )
  return row?.n ?? 0
}

/** Removes some of the clippings that a list brought and no post was made from. Gives how many. */
export const removeSome = (db: Db, listId: string, most: number): Promise<number> =>
  db('clippings')
    .whereIn(
      'id',
      db('clippings')
        .whereIn('id', db('saved_items').where({ list_id: listId, state: 'added' }).select('clipping_id'))
        .whereNot({ kind: 'article' })
        .whereRaw(`${POSTS} = 0`)
        .limit(most)
        .select('id'),
    )
    .del()

const WAITING = { ...SAVED_ITEMS.columns, ...pick(SAVED_LISTS, 'brand_id', 'created_by', 'shelved') }
export type WaitingItem = ShapeOf<typeof WAITING>

/** Items that wait in lists which go on, in the files' order. */
export const waitingItems = (db: Db, most: number): Promise<WaitingItem[]> =>
  readAll(
    WAITING,
    joined(db, 'saved_items')
      .join('saved_lists', 'saved_lists.id', 'saved_items.list_id')
      .where('saved_items.state', 'waiting')
      .whereNull('saved_lists.stopped_at')
      .orderBy('saved_lists.created_at')
      .orderBy('saved_items.list_id')
      .orderBy('saved_items.position')
      .limit(most)
      .select('saved_items.*', 'saved_lists.brand_id', 'saved_lists.created_by', 'saved_lists.shelved'),
  )

export const settleItem = async (
  db: Db,
  { list_id, position }: Pick<SavedItemRow, 'list_id' | 'position'>,
  patch: Pick<SavedItemRow, 'state'> & Partial<SavedItemRow>,
): Promise<void> => {
  await db('saved_items').where({ list_id, position }).update(patch)
}

/** What still waited was not kept, and is told as such. */
export async function stopList(db: Db, id: string, at: number, message: StoredMessages): Promise<void> {
  await db('saved_lists').where({ id }).whereNull('stopped_at').update({ stopped_at: at })
  await db('saved_items').where({ list_id: id, state: 'waiting' }).update({ state: 'failed', message })
}

/** Those that were not kept wait once more, and the list goes on. */
export async function waitAgain(db: Db, id: string): Promise<void> {
  await db('saved_items').where({ list_id: id, state: 'failed' }).update({ state: 'waiting', message: null })
  await db('saved_lists').where({ id }).update({ stopped_at: null })
}
