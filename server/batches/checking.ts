import { note } from '#shared/messages'
import { announce } from '#server/platform/changes/announce'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { runInThread } from '#server/platform/jobs/pool'
import { planOf, shownPlan } from '#server/schedule'
import { cellsOfRow, fewEnough, readingOf } from './cells'
import { factsOf } from './facts'
import { isPictureAddress, type Judged, type RowToJudge } from './judge'
import type { RowPlace } from './place'
import * as store from './queries/batches'
import { changeRows } from './queries/changeRows'
import { readPlace, readPlanned, readProblems } from './rowJson'
import type { BatchRowRow, BatchTableRow } from './rows'
import { judgeRowsTask, placeRowsTask } from './tasks'
import { TaskStopped } from '#server/platform/jobs/taskStopped'

/** Rows looked through at once: few enough that whoever waits for a thread waits for a moment. */
const AT_ONCE = 250

/**
 * Looks through some rows of a file, or, where all are, puts them into the plan. Gives whether there is more
 * to do at once: not where it waits for pictures.
 */
export async function checkSome(batch: BatchTableRow): Promise<boolean> {
  const db = await useDb()
  const rows = await store.rowsIn(db, batch.id, ['unchecked'], { most: AT_ONCE })
  if (rows.length > 0) {
    await judgeSome(db, batch, fewEnough(rows))
    return true
  }
  if (await store.waitsForPictures(db, batch.id)) return false
  if ((await store.countOf(db, batch.id, ['waiting'])) > 0) {
    await inTransaction((within) => store.moveRows(within, batch.id, ['waiting'], 'unchecked'))
    return true
  }
  await placeAll(db, batch)
  return false
}

/** Looks through these rows of a file, as it was when they were read. */
export async function judgeSome(db: Db, batch: BatchTableRow, rows: BatchRowRow[]): Promise<void> {
  const reading = readingOf(batch)
  const facts = await factsOf(db, batch)
  const known = new Set(facts.pictures.map(([name]) => name))
  const all = rows.map((row): RowToJudge => ({
    position: row.position,
    line: row.line,
    cells: cellsOfRow(row, reading),
  }))
  const addressOf = ({ cells }: RowToJudge): string | null => {
    const name = cells.picture ?? ''
    return isPictureAddress(name) && !known.has(name) ? name : null
  }
  const wanting = all.filter((row) => addressOf(row) !== null)
  const judged = await judgedIn(
    batch.brand_id,
    all.filter((row) => addressOf(row) === null),
    facts,
  )
  await inTransaction(async (within) => {
    if ((await store.anyBatch(within, batch.id))?.version !== batch.version) return
    await store.putPictures(
      within,
      wanting.map((row) => ({ batch_id: batch.id, name: addressOf(row)!, state: 'waiting' })),
    )
    await changeRows(within, batch.id, 'unchecked', [
      ...wanting.map(({ position }) => ({ position, state: 'waiting' as const })),
      ...judged.map(judgedRow),
    ])
    await announce(within, batch.brand_id, 'batch', batch.id)
  })
}

/**
 * One row may be so costly that its thread is stopped: then it alone is refused, and not those beside it.
 */
export async function judgedIn(
  brandId: string,
  rows: RowToJudge[],
  facts: Awaited<ReturnType<typeof factsOf>>,
): Promise<Judged[]> {
  if (rows.length === 0) return []
  try {
    return await runInThread('background', [`brand:${brandId}`], judgeRowsTask, { rows, facts })
  } catch (error) {
    if (!(error instanceof TaskStopped)) throw error
    if (rows.length === 1)
      return [
        {
          position: rows[0]!.position,
          problems: [{ field: 'text', messages: [note('batch.too-heavy')] }],
          warnings: [],
          planned: null,
          doc: null,
        },
      ]
    const half = Math.ceil(rows.length / 2)
    return [
      ...(await judgedIn(brandId, rows.slice(0, half), facts)),
      ...(await judgedIn(brandId, rows.slice(half), facts)),
    ]
  }
}

const judgedRow = ({ position, problems, warnings, planned }: Judged) => ({
  position,
  state: problems.length > 0 ? ('faulty' as const) : ('ready' as const),
  problems_json: JSON.stringify(problems),
  warnings_json: JSON.stringify(warnings),
  planned_json: planned && JSON.stringify(planned),
  place_json: null,
})

/** Puts all rows that nothing is wrong with into the plan as it is, and says where each would go. */
async function placeAll(db: Db, batch: BatchTableRow): Promise<void> {
  const rows = await store.plannedOf(db, batch.id)
  const known = await planOf(db, batch.brand_id)
  const names = new Map(known.accounts.map(({ id, name }) => [id, name]))
  const { rows: placed, moved } = await runInThread(
    'background',
    [`brand:${batch.brand_id}`],
    placeRowsTask,
    {
      input: shownPlan(known).input,
      rows: rows.map(({ planned_json }) => readPlanned(planned_json!)),
      lined: [...known.lines.values()].map((line) => ({
        accountId: line.account_id,
        account: names.get(line.account_id) ?? '',
        text: line.own_text ?? line.text,
      })),
    },
  )
  const before = new Map(rows.map((row) => [row.position, row.place_json]))
  const changed = placed.flatMap(({ position, place }) => {
    const place_json = JSON.stringify(place)
    return place_json === before.get(position) ? [] : [{ position, place_json, state: stateAt(place) }]
  })
  for (let at = 0; at < changed.length; at += AT_ONCE)
    await inTransaction(async (within) => {
      if ((await store.anyBatch(within, batch.id))?.version === batch.version)
        await changeRows(within, batch.id, null, changed.slice(at, at + AT_ONCE))
    })
  await inTransaction(async (within) => {
    if (await store.settle(within, batch, { state: 'ready', moved }))
      await announce(within, batch.brand_id, 'batch', batch.id)
  })
}

const stateAt = ({ problems }: RowPlace): 'ready' | 'faulty' => (problems.length > 0 ? 'faulty' : 'ready')

/** All that is wrong with a row, in itself and by its place. */
export const problemsOfRow = (row: Pick<BatchRowRow, 'problems_json' | 'place_json'>) => [
  ...readProblems(row.problems_json),
  ...(row.place_json === null ? [] : readPlace(row.place_json).problems),
]
