import { v7 as uuid } from 'uuid'
import { FormatError } from '#core/formats'
import type { BatchView } from '#shared/batches/types'
import { LIMITS } from '#shared/platform/limits'
import type { Undoable } from '#shared/platform/types'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { changeUndoably } from '#server/platform/changes/history'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { runInThread, TaskStopped } from '#server/platform/jobs/pool'
import { pictureOfBrand } from '#server/posts'
import { checkSome } from './checking'
import { pictureKey } from './judge'
import * as store from './queries/batches'
import { readColumns } from './rowJson'
import type { BatchTableRow } from './rows'
import { readBatchTask, type ReadTableOfPosts } from './tasks'
import { viewOfBatch } from './views'

/** A file of so many rows is looked through while whoever gives it waits; a longer one behind. */
const AT_ONCE = 200

export interface NamedPicture {
  name: string
  id: string
}

/**
 * Takes a table of posts. Nothing is lined up: each row is looked through, and says where it would go.
 * Columns are matched as they were in the brand's last file with the same heads. Throws
 * `noPosts`, `tooHeavy`.
 */
export async function startBatch(
  actor: Actor,
  { name, text, pictures }: { name: string; text: string; pictures: NamedPicture[] },
): Promise<BatchView> {
  const read = await readText(actor.brandId, text)
  if (read.rows.length === 0) throw problem('noPosts').at('text')
  const id = uuid()
  await inTransaction(async (db) => {
    const heads_json = JSON.stringify(read.heads)
    const last = await store.lastWithHeads(db, actor.brandId, heads_json)
    await store.insertBatch(
      db,
      {
        ...{ id, brand_id: actor.brandId, name, created_by: actor.personId },
        ...{ created_at: now(), changed_at: now(), heads_json, too_many: read.tooMany, state: 'checking' },
        columns_json: JSON.stringify(last ? readColumns(last.columns_json) : read.columns),
        day_order: read.order,
        usual_json: last?.usual_json ?? JSON.stringify({ account: '', pillar: '' }),
      },
      read.rows.map(({ line, cells }, position) => ({
        ...{ batch_id: id, position, line, cells_json: JSON.stringify(cells) },
        state: 'unchecked' as const,
      })),
    )
    await putOwnPictures(db, actor.brandId, id, pictures)
    await announce(db, actor.brandId, 'batch', id)
  })
  await checkAtOnce(actor.brandId, id)
  return openBatch(actor.brandId, id)
}

async function readText(brandId: string, text: string): Promise<ReadTableOfPosts> {
  try {
    return await runInThread('person', [`brand:${brandId}`], readBatchTask, { text, most: LIMITS.batchRows })
  } catch (error) {
    if (error instanceof TaskStopped) throw problem('tooHeavy').at('text')
    throw error instanceof FormatError ? problem('noPosts').at('text') : error
  }
}

async function putOwnPictures(db: Db, brandId: string, id: string, pictures: NamedPicture[]): Promise<void> {
  for (const picture of pictures)
    if (!(await pictureOfBrand(db, brandId, picture.id))) throw problem('notFound').at('pictures')
  await store.putPictures(
    db,
    pictures.map((one) => ({
      ...{ batch_id: id, name: pictureKey(one.name), state: 'there' },
      picture_id: one.id,
    })),
  )
}

/** How a file stands. Throws `notFound`. */
export async function openBatch(brandId: string, id: string): Promise<BatchView> {
  const db = await useDb()
  const row = await store.batchById(db, brandId, id)
  if (!row) throw problem('notFound')
  return viewOfBatch(db, row)
}

/** Looks through a short file now, so that whoever changed it sees what came of that. */
export async function checkAtOnce(brandId: string, id: string): Promise<void> {
  const db = await useDb()
  if ((await store.countOf(db, id, null)) > AT_ONCE) return
  let isGoing = true
  while (isGoing) {
    const batch = await store.batchById(db, brandId, id)
    isGoing = batch?.state === 'checking' && (await checkSome(batch))
  }
}

/**
 * Changes a file that nothing is being done with: its next version, to be looked through. Throws `notFound`,
 * `batchBusy`.
 */
export async function changeBatch(
  brandId: string,
  id: string,
  work: (db: Db, batch: BatchTableRow) => Promise<Partial<BatchTableRow>>,
): Promise<void> {
  await inTransaction(async (db) => {
    const batch = await store.batchById(db, brandId, id)
    if (!batch) throw problem('notFound')
    if (batch.state !== 'ready' && batch.state !== 'checking') throw problem('batchBusy')
    const patch = await work(db, batch)
    await store.updateBatch(db, id, {
      ...{ state: 'checking', version: batch.version + 1, changed_at: now() },
      ...patch,
    })
    await announce(db, brandId, 'batch', id)
  })
}

/** Adds pictures that rows name. Throws `notFound`, `batchBusy`. */
export async function addBatchPictures(
  brandId: string,
  id: string,
  pictures: NamedPicture[],
): Promise<BatchView> {
  await changeBatch(brandId, id, async (db) => {
    await putOwnPictures(db, brandId, id, pictures)
    await store.moveRows(db, id, ['faulty'], 'unchecked')
    return {}
  })
  await checkAtOnce(brandId, id)
  return openBatch(brandId, id)
}

/** Removes a file; the posts it brought stay. Throws `notFound`, `batchBusy`. */
export async function removeBatch(actor: Actor, id: string): Promise<Undoable> {
  const { historyId } = await changeUndoably(actor, 'batch', id, async (db, tracked) => {
    const batch = await store.batchById(db, actor.brandId, id)
    if (!batch) throw problem('notFound')
    if (batch.state === 'taking' || batch.state === 'taking-back') throw problem('batchBusy')
    await tracked.update('batches', { id }, { removed_at: now() })
  })
  return { historyId }
}
