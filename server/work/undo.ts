import { inTransaction } from '#server/platform/db'
import { clearUnusedTags } from '#server/articles'
import type { TrackedRow } from '#server/platform/db/tracked'
import type { Actor } from '#server/platform/changes/actor'
import { undo } from '#server/platform/changes/history'
import { startRun } from '#server/watches'
import { lookAgain } from '#server/sources'

/** Undoes one change of this person; what follows from a watch or a source is worked out again. */
export async function undoChange(actor: Actor, historyId: string): Promise<void> {
  const { what, which, rows } = await undo(actor, historyId)
  if (what === 'tag' || what === 'watch' || what === 'source')
    await inTransaction((db) => clearUnusedTags(db, actor.brandId))
  if (what === 'watch') await runAgain(actor.brandId, which, rows)
  if (what !== 'source') return
  const ids = new Set(rows.filter(({ table }) => table === 'sources').map(({ key }) => String(key['id'])))
  for (const id of ids) await lookAgain(actor.brandId, id)
}

/**
 * A watch looks through the archive again where what it marks was put back; its place in the list or its feed
 * change nothing there.
 */
async function runAgain(brandId: string, id: string, rows: TrackedRow[]): Promise<void> {
  const row = rows.find(({ table, key }) => table === 'watches' && key['id'] === id)
  const marksOtherwise =
    row &&
    ['query', 'hides', 'folders_json', 'sources_json', 'removed_at'].some(
      (column) => row.before?.[column] !== row.after?.[column],
    )
  if (marksOtherwise) await startRun(brandId, id)
}
