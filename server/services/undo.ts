import type { Actor } from './actor'
import { undo } from './history'
import { markAgain } from './watches'

/** Undoes one change of this person; a watch that changes back looks through the archive again. */
export async function undoChange(actor: Actor, historyId: string): Promise<void> {
  const { what, which } = await undo(actor, historyId)
  if (what === 'watch') await markAgain(actor.brandId, which)
}
