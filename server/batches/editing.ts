import type { DayOrder } from '#core/formats/moments'
import type { PostCells, PostColumns } from '#core/formats/postFields'
import { postCellsOf } from '#core/formats/postsCsv'
import type { BatchRow, BatchUsual, BatchView } from '#shared/batches/types'
import { readTexts } from '#shared/platform/json'
import { useDb } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { changeBatch, checkAtOnce, openBatch } from './batches'
import { judgeSome } from './checking'
import * as store from './queries/batches'
import { readColumns, readEdits } from './rowJson'
import { viewOfRow } from './views'

/**
 * Says how a file is read: which column is what, which number of a date with slashes is the day, what stands
 * where a row says nothing. All its rows are looked through anew. Throws `notFound`, `stale`, `batchBusy`.
 */
export async function setReading(
  brandId: string,
  id: string,
  input: { columns: PostColumns; order: DayOrder | null; usual: BatchUsual; version: number },
): Promise<BatchView> {
  await changeBatch(brandId, id, async (db, batch) => {
    if (batch.version !== input.version) throw problem('stale')
    const width = readTexts(batch.heads_json).length
    const columns = Object.entries(input.columns).filter(([, at]) => at < width)
    if (new Set(columns.map(([, at]) => at)).size < columns.length) throw problem('columnTwice').at('columns')
    await store.moveRows(db, id, ['ready', 'faulty', 'waiting'], 'unchecked')
    return {
      columns_json: JSON.stringify(Object.fromEntries(columns)),
      day_order: input.order,
      usual_json: JSON.stringify(input.usual),
    }
  })
  await checkAtOnce(brandId, id)
  return openBatch(brandId, id)
}

/**
 * Writes some cells of a row anew, or leaves it out or in. Of cells written as the file has them nothing is
 * kept. Throws `notFound`, `batchBusy`, `batchTaken`.
 */
export async function editRow(
  brandId: string,
  id: string,
  { position, cells, isLeftOut }: { position: number; cells: PostCells; isLeftOut?: boolean | undefined },
): Promise<BatchRow> {
  await changeBatch(brandId, id, async (db, batch) => {
    const row = await store.rowAt(db, id, position)
    if (!row) throw problem('notFound')
    if (row.state === 'taken' || row.state === 'gone-out') throw problem('batchTaken')
    const ofFile = postCellsOf(readTexts(row.cells_json), readColumns(batch.columns_json))
    const edits = Object.entries({ ...readEdits(row.edits_json), ...cells })
      .map(([field, cell]) => [field, cell.trim()] as const)
      .filter(([field, cell]) => cell !== (ofFile[field as keyof PostCells] ?? ''))
    const leaves = isLeftOut ?? row.state === 'left-out'
    await store.updateRow(db, id, position, {
      edits_json: JSON.stringify(Object.fromEntries(edits)),
      state: leaves ? 'left-out' : 'unchecked',
    })
    return {}
  })
  const db = await useDb()
  const batch = (await store.batchById(db, brandId, id))!
  const edited = (await store.rowAt(db, id, position))!
  // What somebody just wrote is looked at at once, however long the file is.
  if (edited.state === 'unchecked') await judgeSome(db, batch, [edited])
  await checkAtOnce(brandId, id)
  return viewOfRow((await store.rowAt(db, id, position))!, batch)
}
