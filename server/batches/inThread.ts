import { postColumnsOf } from '#core/formats/postFields'
import { dayOrderOfCells, postCellsOf } from '#core/formats/postsCsv'
import { readTable } from '#core/formats'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { judgeRows } from './judge'
import { placeRows } from './place'
import { judgeRowsTask, placeRowsTask, readBatchTask, type ReadTableOfPosts } from './tasks'

export const batchesInThread: InThread[] = [
  inThread(readBatchTask, readBatch),
  inThread(judgeRowsTask, ({ rows, facts }) => judgeRows(rows, facts)),
  inThread(placeRowsTask, placeRows),
]

function readBatch({ text, most }: { text: string; most: number }): ReadTableOfPosts {
  const { heads, rows } = readTable(text)
  const columns = postColumnsOf(heads)
  const kept = rows.slice(0, most)
  return {
    heads,
    columns,
    order: dayOrderOfCells(kept.map(({ cells }) => postCellsOf(cells, columns))),
    rows: kept,
    tooMany: rows.length - kept.length,
  }
}
