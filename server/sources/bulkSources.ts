import type { SourceRow } from './rows'
import { sourceById } from './queries/sources'
import { useDb } from '#server/platform/db'
import { now } from '#server/platform/clock'
import { problem } from '#server/platform/http/problem'
import type { Actor } from '#server/platform/changes/actor'
import { changeUndoably } from '#server/platform/changes/history'
import { fetchNow, lookAgain, pausedAt, putInFolder } from './sources'

type Does = 'fetch' | 'pause' | 'resume' | 'remove' | 'folder'

interface Several {
  ids: string[]
  action: Does
  /** For `folder`: its name. */
  folder: string | null
}

const FETCHED_AT_ONCE = 6

/**
 * Does one thing with several sources, as one change that is undone as one; those that are not there are left
 * out. Fetching changes nothing, so it has no `historyId`.
 */
export async function bulkSources(
  actor: Actor,
  { ids, action, folder }: Several,
): Promise<{ count: number; historyId: string | null }> {
  if (action === 'folder' && !folder) throw problem('folderMissing').at('folder')
  const rows = await existing(actor.brandId, [...new Set(ids)])
  if (rows.length === 0) return { count: 0, historyId: null }
  if (action === 'fetch') return { count: await fetchAll(actor.brandId, rows), historyId: null }
  const { historyId } = await changeUndoably(actor, 'source', rows[0]!.id, async (db, tracked) => {
    for (const row of rows) {
      const next = { version: row.version + 1 }
      if (action === 'remove') await tracked.update('sources', { id: row.id }, { removed_at: now() })
      else if (action === 'folder') await putInFolder(db, tracked, actor.brandId, row.id, folder!)
      else
        await tracked.update(
          'sources',
          { id: row.id },
          { ...next, paused_at: pausedAt(row, action === 'pause') },
        )
    }
  })
  if (action !== 'remove') for (const row of rows) await lookAgain(actor.brandId, row.id)
  return { count: rows.length, historyId }
}

async function existing(brandId: string, ids: string[]): Promise<SourceRow[]> {
  const db = await useDb()
  const rows: SourceRow[] = []
  for (const id of ids) {
    const row = await sourceById(db, brandId, id)
    if (row) rows.push(row)
  }
  return rows
}

async function fetchAll(brandId: string, rows: SourceRow[]): Promise<number> {
  const waiting = [...rows]
  const work = async (): Promise<void> => {
    for (let row = waiting.shift(); row; row = waiting.shift())
      await fetchNow(brandId, row.id, { quiet: true })
  }
  await Promise.all(Array.from({ length: FETCHED_AT_ONCE }, work))
  return rows.length
}
