import { v7 as uuid } from 'uuid'
import type { BatchState, BatchView } from '#shared/batches/types'
import { note } from '#shared/messages'
import { accountsOf } from '#server/networks'
import { roleOf } from '#server/people'
import { standingDeliveries } from '#server/delivery'
import type { Actor } from '#server/platform/changes/actor'
import { announce } from '#server/platform/changes/announce'
import { now } from '#server/platform/clock'
import { inTransaction, useDb, type Db } from '#server/platform/db'
import { Tracked } from '#server/platform/db/tracked'
import { problem, ProblemError } from '#server/platform/http/problem'
import { runInThread } from '#server/platform/jobs/pool'
import { log } from '#server/platform/log'
import { insertPost, postById, takeOffDesk } from '#server/posts'
import { planOf, putInLine, shownPlan } from '#server/schedule'
import { openBatch } from './batches'
import { cellsOfRow, fewEnough, readingOf } from './cells'
import { judgedIn } from './checking'
import { factsOf } from './facts'
import type { Judged, PlannedRow, RowProblem } from './judge'
import type { RowPlace } from './place'
import * as store from './queries/batches'
import type { BatchRowRow, BatchTableRow } from './rows'
import { placeRowsTask } from './tasks'

/** Rows that become posts, or stop being some, at once: others find the file free in between. */
const AT_ONCE = 25
/** Between two rows: who asks for something meanwhile finds the data file free. */
const REST_MS = 8
/** Rows after which screens show what came. */
const SHOWN_EACH = 50

/**
 * Lines up what is ready of a file, behind. Throws `notFound`, `stale` where it is not what was looked at,
 * `batchBusy`, and `nothingReady`.
 */
export async function takeBatch(actor: Actor, id: string, version: number): Promise<BatchView> {
  await begin(actor, id, 'taking', async (db, batch) => {
    if (batch.version !== version) throw problem('stale')
    if (batch.state !== 'ready') throw problem('batchBusy')
    if ((await store.countOf(db, id, ['ready'])) === 0) throw problem('nothingReady')
  })
  return openBatch(actor.brandId, id)
}

/** Takes back what a file brought, as far as it did not go out, behind. Throws `notFound`, `batchBusy`. */
export async function takeBatchBack(actor: Actor, id: string): Promise<BatchView> {
  await begin(actor, id, 'taking-back', (_, batch) => {
    if (batch.state === 'taking-back') throw problem('batchBusy')
    return Promise.resolve()
  })
  return openBatch(actor.brandId, id)
}

/** Stops lining up or taking back: what is done stays. Throws `notFound`. */
export async function stopBatch(actor: Actor, id: string): Promise<BatchView> {
  await inTransaction(async (db) => {
    const batch = await store.batchById(db, actor.brandId, id)
    if (!batch) throw problem('notFound')
    if (batch.state === 'taking' || batch.state === 'taking-back') await end(db, batch)
  })
  return openBatch(actor.brandId, id)
}

const begin = (
  actor: Actor,
  id: string,
  state: BatchState,
  require: (db: Db, batch: BatchTableRow) => Promise<void>,
): Promise<void> =>
  inTransaction(async (db) => {
    const batch = await store.batchById(db, actor.brandId, id)
    if (!batch) throw problem('notFound')
    await require(db, batch)
    await store.updateBatch(db, id, {
      ...{ state, acting_by: actor.personId, version: batch.version + 1, changed_at: now() },
    })
    await announce(db, actor.brandId, 'batch', id)
  })

/** What was being done is over: what is left of the file is looked through anew. */
async function end(db: Db, batch: BatchTableRow): Promise<void> {
  await store.updateBatch(db, batch.id, { state: 'checking', acting_by: null, version: batch.version + 1 })
  for (const what of ['batch', 'post', 'line'] as const) await announce(db, batch.brand_id, what, batch.id)
}

/** Whoever had it done, if they still may. */
async function actorOf(db: Db, batch: BatchTableRow): Promise<Actor | null> {
  const role = batch.acting_by === null ? null : await roleOf(db, batch.brand_id, batch.acting_by)
  return role && role !== 'client' ? { personId: batch.acting_by!, brandId: batch.brand_id, role } : null
}

/** Lines up some rows of a file; gives whether there are more. */
export async function takeSome(batch: BatchTableRow): Promise<boolean> {
  const db = await useDb()
  const rows = fewEnough(await store.rowsIn(db, batch.id, ['ready'], { most: AT_ONCE }))
  const actor = await actorOf(db, batch)
  if (rows.length === 0 || !actor) {
    await inTransaction((within) => end(within, batch))
    return false
  }
  const judged = await judgeNow(db, batch, rows)
  for (const row of rows) {
    await takeOne(actor, batch, row, judged.get(row.position)!)
    await new Promise((resolve) => setTimeout(resolve, REST_MS))
  }
  const isSeen = rows.some(({ position }) => position % SHOWN_EACH === 0)
  await inTransaction(async (within) => {
    await announce(within, batch.brand_id, 'batch', batch.id)
    if (isSeen)
      for (const what of ['post', 'line'] as const) await announce(within, batch.brand_id, what, batch.id)
  })
  return true
}

/** Rows as they are now: the plan, the accounts, the hour may have changed since they were looked at. */
async function judgeNow(
  db: Db,
  batch: BatchTableRow,
  rows: BatchRowRow[],
): Promise<Map<number, Judged & { place: RowPlace | null }>> {
  const reading = readingOf(batch)
  const judged = await judgedIn(
    batch.brand_id,
    rows.map((row) => ({ position: row.position, line: row.line, cells: cellsOfRow(row, reading) })),
    await factsOf(db, batch),
  )
  const { rows: placed } = await runInThread('background', [`brand:${batch.brand_id}`], placeRowsTask, {
    input: shownPlan(await planOf(db, batch.brand_id)).input,
    rows: judged.flatMap(({ planned }) => planned ?? []),
    lined: [],
  })
  const places = new Map(placed.map(({ position, place }) => [position, place]))
  return new Map(judged.map((one) => [one.position, { ...one, place: places.get(one.position) ?? null }]))
}

/** A row becomes a post in its accounts' lines, whole or not at all. */
async function takeOne(
  actor: Actor,
  batch: BatchTableRow,
  row: BatchRowRow,
  { doc, planned, place, problems }: Judged & { place: RowPlace | null },
): Promise<void> {
  const against = [...problems, ...(place?.problems ?? [])]
  try {
    if (against.length > 0 || !doc || !planned || !place) return await refuse(batch, row, against)
    await inTransaction(async (db) => {
      // Asked within: somebody may have stopped it, or another process have taken the row.
      if ((await store.anyBatch(db, batch.id))?.state !== 'taking') return
      if ((await store.rowAt(db, batch.id, row.position))?.state !== 'ready') return
      const postId = uuid()
      const tracked = new Tracked(db)
      await insertPost(db, tracked, actor, postId, doc)
      const post = (await postById(db, actor.brandId, postId))!
      const accounts = await accountsOf(db, actor.brandId)
      await putInLine(
        db,
        tracked,
        actor,
        post,
        accounts.filter(({ id }) => planned.accountIds.includes(id)),
        {
          accounts: place.places.map(({ accountId, at }) => ({ accountId, at, message: '', echoes: [] })),
          lines: planned.accountIds.map((accountId) => newLine(accountId, planned)),
        },
        false,
      )
      await store.updateRow(db, batch.id, row.position, { state: 'taken', post_id: postId })
    })
  } catch (error) {
    if (!(error instanceof ProblemError)) log.error({ error }, 'A row of a file could not be lined up.')
    const reason = error instanceof ProblemError ? error.reason : note('batch.not-lined-up')
    await refuse(batch, row, [{ field: 'text', messages: [reason] }])
  }
}

const newLine = (accountId: string, { at }: PlannedRow) => ({
  ...{ id: accountId, accountId, echo: 0, wording: 0, follows: null, isFirst: false },
  fixed: at === null ? null : { at },
})

const refuse = (batch: BatchTableRow, row: BatchRowRow, problems: RowProblem[]): Promise<void> =>
  inTransaction((db) =>
    store.updateRow(db, batch.id, row.position, {
      ...{ state: 'faulty', problems_json: JSON.stringify(problems), planned_json: null, place_json: null },
    }),
  )

/** Takes some posts of a file back; gives whether there are more. */
export async function takeSomeBack(batch: BatchTableRow): Promise<boolean> {
  const db = await useDb()
  const rows = await store.rowsIn(db, batch.id, ['taken'], { most: AT_ONCE })
  const actor = await actorOf(db, batch)
  if (rows.length === 0 || !actor) {
    await inTransaction((within) => end(within, batch))
    return false
  }
  await inTransaction(async (within) => {
    if ((await store.anyBatch(within, batch.id))?.state !== 'taking-back') return
    for (const { position, post_id } of rows) {
      const isOut = (await standingDeliveries(within, actor.brandId, post_id!)).length > 0
      if (!isOut && (await postById(within, actor.brandId, post_id!)))
        await takeOffDesk(within, new Tracked(within), actor.brandId, post_id!)
      await store.updateRow(
        within,
        batch.id,
        position,
        isOut ? { state: 'gone-out' } : { state: 'unchecked', post_id: null, place_json: null },
      )
    }
    await announce(within, batch.brand_id, 'batch', batch.id)
  })
  return true
}
