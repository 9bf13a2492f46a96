import { readJson } from '#shared/platform/json'
import { v7 as uuid } from 'uuid'
import type { ChangeKind } from '#shared/platform/types'
import { now } from '../clock'
import { inTransaction, type Db } from '../db'
import { historyById, insertHistory, markUndone, wipeHistoryOf } from './queries'
import { isTracked, putBack, Tracked, type TrackedRow } from '../db/tracked'
import { hook } from '../hook'
import { problem } from '../http/problem'
import type { Actor } from './actor'
import { announce } from './announce'

/**
 * Makes a change that can be undone: all rows written through `tracked` are remembered, the change is
 * announced, and the id to undo it with comes back beside the work's own result and the change's number.
 */
export function changeUndoably<T>(
  actor: Actor,
  what: ChangeKind,
  which: string,
  work: (db: Db, tracked: Tracked) => Promise<T>,
): Promise<{ result: T; historyId: string; seq: number }> {
  return inTransaction(async (db) => {
    const tracked = new Tracked(db)
    const result = await work(db, tracked)
    const historyId = uuid()
    await insertHistory(db, {
      id: historyId,
      brand_id: actor.brandId,
      person_id: actor.personId,
      at: now(),
      what: `${what}:${which}`,
      rows_json: JSON.stringify(tracked.rows),
      undone_at: null,
    })
    const seq = await announce(db, actor.brandId, what, which)
    return { result, historyId, seq }
  })
}

/** What an undone change was about, and which rows it put back. */
export interface Undone {
  what: ChangeKind
  which: string
  rows: TrackedRow[]
}

/** Lets subjects work out again what follows from what was put back. */
export const undone = hook<[actor: Actor, undone: Undone]>()

/**
 * Undoes one change of this person. Throws when it is gone, undone already, or what it changed was changed
 * again.
 */
export async function undoChange(actor: Actor, historyId: string): Promise<void> {
  await undone.run(actor, await putChangeBack(actor, historyId))
}

/** What was made is held by something that came of it since, as a post by what went out: it stays. */
function isInTheWay(error: unknown): false {
  if ((error as { code?: unknown } | null)?.code === 'SQLITE_CONSTRAINT_FOREIGNKEY') return false
  throw error
}

function putChangeBack(actor: Actor, historyId: string): Promise<Undone> {
  return inTransaction(async (db) => {
    const entry = await historyById(db, actor.brandId, historyId)
    if (!entry || entry.undone_at !== null || entry.person_id !== actor.personId)
      throw problem('nothingToUndo')
    const rows = readJson(entry.rows_json, isTracked)
    if (!(await putBack(db, rows).catch(isInTheWay))) throw problem('cantUndo')
    await markUndone(db, historyId, now())
    const [what, which] = entry.what.split(':') as [ChangeKind, string]
    // An account whose adding is undone is gone, and its token with it.
    if (what === 'account' && rows.some(({ table, before }) => table === 'accounts' && before === null))
      await wipeHistoryOf(db, actor.brandId, what, which, 'accounts', {
        token_sealed: '',
        session_sealed: null,
        grant_sealed: null,
      })
    await announce(db, actor.brandId, what, which)
    return { what, which, rows }
  })
}
