import type { Actor } from './actor'
import { undo } from './history'
import { leaveOutAgain } from './leavingOut'
import { markAgain } from './watches'

/** Undoes one change of this person; what follows from a watch or a source is worked out again. */
export async function undoChange(actor: Actor, historyId: string): Promise<void> {
  const { what, which, rows } = await undo(actor, historyId)
  if (what === 'watch') await markAgain(actor.brandId, which)
  if (what !== 'source') return
  const ids = new Set(rows.filter(({ table }) => table === 'sources').map(({ key }) => String(key['id'])))
  for (const id of ids) await leaveOutAgain(actor.brandId, id)
}
