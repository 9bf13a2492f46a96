import type { DayOrder } from '#core/formats/moments'
import type { PostColumns } from '#core/formats/postFields'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { Judged, JudgeFacts, RowToJudge } from './judge'
import type { Placed, ToPlace } from './place'

/** A table of posts as it stands in its file. */
export interface ReadTableOfPosts {
  heads: string[]
  columns: PostColumns
  order: DayOrder | null
  rows: { line: number; cells: string[] }[]
  tooMany: number
}

/** Reads a table of posts, `most` rows of it. */
export const readBatchTask = threadTask<{ text: string; most: number }, ReadTableOfPosts>('readBatch')
/** See `judgeRows`. */
export const judgeRowsTask = threadTask<{ rows: RowToJudge[]; facts: JudgeFacts }, Judged[]>('judgeRows')
/** See `placeRows`. */
export const placeRowsTask = threadTask<ToPlace, Placed>('placeRows')
