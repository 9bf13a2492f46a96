import type { PostCells, PostColumns } from '#core/formats/postFields'
import { postCellsOf } from '#core/formats/postsCsv'
import type { BatchUsual } from '#shared/batches/types'
import { readTexts } from '#shared/platform/json'
import { readColumns, readEdits, readUsual } from './rowJson'
import type { BatchRowRow, BatchTableRow } from './rows'

/** Characters looked through at once: few enough that files of others have their turn within a moment. */
const MOST_CHARACTERS = 150_000

/** The first of some rows, one at least, that are not too long together. */
export function fewEnough(rows: BatchRowRow[]): BatchRowRow[] {
  let characters = 0
  const end = rows.findIndex(
    ({ cells_json, edits_json }) => (characters += cells_json.length + edits_json.length) > MOST_CHARACTERS,
  )
  return end < 0 ? rows : rows.slice(0, Math.max(1, end))
}

/** How a file is read. */
export interface Reading {
  columns: PostColumns
  usual: BatchUsual
}

export const readingOf = (batch: Pick<BatchTableRow, 'columns_json' | 'usual_json'>): Reading => ({
  columns: readColumns(batch.columns_json),
  usual: readUsual(batch.usual_json),
})

/** The cells of a row as they count: what somebody wrote goes before the file, that before what is usual. */
export function cellsOfRow(
  row: Pick<BatchRowRow, 'cells_json' | 'edits_json'>,
  { columns, usual }: Reading,
): PostCells {
  const cells = { ...postCellsOf(readTexts(row.cells_json), columns), ...readEdits(row.edits_json) }
  return {
    ...cells,
    ...(cells.account ? {} : { account: usual.account }),
    ...(cells.pillar ? {} : { pillar: usual.pillar }),
  }
}
