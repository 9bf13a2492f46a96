import { toInstant } from '#core/instant'
import type {
  BatchCounts,
  BatchLine,
  BatchRow,
  BatchRows,
  BatchRowState,
  BatchView,
} from '#shared/batches/types'
import { say } from '#shared/messages'
import { LIMITS } from '#shared/platform/limits'
import { readTexts } from '#shared/platform/json'
import { personById } from '#server/people'
import { useDb, type Db } from '#server/platform/db'
import { problem } from '#server/platform/http/problem'
import { cellsOfRow, readingOf } from './cells'
import { problemsOfRow } from './checking'
import * as store from './queries/batches'
import { readPlace, readPlanned, readWarnings } from './rowJson'
import type { BatchRowRow, BatchTableRow } from './rows'

/** Rows whose cells are looked at for what stands in each column. */
const SAMPLED = 20
const SHOWN = 60

/** The brand's files, newest first. */
export async function listBatches(brandId: string): Promise<BatchLine[]> {
  const db = await useDb()
  const rows = await store.batchesOf(db, brandId)
  const counts = await countsOf(
    db,
    rows.map(({ id }) => id),
  )
  return Promise.all(rows.map((row) => lineOf(db, row, counts.get(row.id) ?? NONE)))
}

const NONE: BatchCounts = { total: 0, unchecked: 0, ready: 0, faulty: 0, leftOut: 0, taken: 0 }
const COUNTED: Record<BatchRowRow['state'], Exclude<keyof BatchCounts, 'total'>> = {
  unchecked: 'unchecked',
  waiting: 'unchecked',
  ready: 'ready',
  faulty: 'faulty',
  'left-out': 'leftOut',
  taken: 'taken',
  'gone-out': 'taken',
}

async function countsOf(db: Db, ids: string[]): Promise<Map<string, BatchCounts>> {
  const counts = new Map<string, BatchCounts>()
  for (const { batch_id, state, n } of await store.countRows(db, ids)) {
    const own = counts.get(batch_id) ?? { ...NONE }
    own.total += n
    own[COUNTED[state]] += n
    counts.set(batch_id, own)
  }
  return counts
}

const lineOf = async (db: Db, row: BatchTableRow, counts: BatchCounts): Promise<BatchLine> => ({
  ...{ id: row.id, name: row.name, state: row.state, counts },
  by: (await personById(db, row.created_by))?.name ?? '',
  at: toInstant(row.created_at),
})

/** How a file stands, and how it is read. */
export async function viewOfBatch(db: Db, row: BatchTableRow): Promise<BatchView> {
  const heads = readTexts(row.heads_json)
  const sampled = (await store.cellsOf(db, row.id, SAMPLED)).map(({ cells_json }) => readTexts(cells_json))
  const sample = (at: number): string => sampled.map((cells) => cells[at] ?? '').find(Boolean) ?? ''
  const counts = await countsOf(db, [row.id])
  const pictures = await store.picturesOf(db, row.id)
  return {
    ...(await lineOf(db, row, counts.get(row.id) ?? NONE)),
    ...{ version: row.version, heads, order: row.day_order, moved: row.moved, tooMany: row.too_many },
    ...readingOf(row),
    samples: heads.map((_, at) => sample(at).slice(0, SHOWN)),
    hasSlashes: row.day_order !== null || (await store.hasEitherWay(db, row.id)),
    pictures: pictures.flatMap(({ name, state }) => (state === 'there' ? [name] : [])),
  }
}

const STATES: Record<string, BatchRowRow['state'][]> = {
  faulty: ['faulty'],
  ready: ['ready'],
  'left-out': ['left-out'],
  taken: ['taken', 'gone-out'],
}

/** Some rows of a file, all or those in a state. Throws `notFound`. */
export async function rowsOfBatch(
  brandId: string,
  id: string,
  { only, from }: { only: string; from: number },
): Promise<BatchRows> {
  const db = await useDb()
  const batch = await store.batchById(db, brandId, id)
  if (!batch) throw problem('notFound')
  const states = STATES[only] ?? null
  const rows = await store.rowsIn(db, id, states, { skip: from, most: LIMITS.batchPage })
  return {
    total: await store.countOf(db, id, states),
    from,
    rows: rows.map((row) => viewOfRow(row, batch)),
  }
}

/** A row as screens show it. */
export function viewOfRow(row: BatchRowRow, batch: BatchTableRow): BatchRow {
  const place = row.place_json === null ? null : readPlace(row.place_json)
  const planned = row.planned_json === null ? null : readPlanned(row.planned_json)
  const isJudged = row.state === 'ready' || row.state === 'faulty'
  return {
    ...{ position: row.position, line: row.line, cells: cellsOfRow(row, readingOf(batch)) },
    state: row.state === 'waiting' ? 'unchecked' : (row.state satisfies BatchRowState),
    problems: isJudged
      ? problemsOfRow(row).map(({ field, messages }) => ({ field, message: say(messages) }))
      : [],
    warnings: isJudged
      ? [...readWarnings(row.warnings_json), ...(place?.warnings ?? [])].map((messages) => say(messages))
      : [],
    places: (place?.places ?? []).map(({ accountId, at, message }) => ({
      ...{ accountId, at },
      message: message === null ? '' : say([message]),
    })),
    pillarId: planned?.pillarId ?? null,
    postId: row.post_id,
  }
}
