import type { Db } from '#server/platform/db'
import type { CaptureRow } from '../rows'

/** What one person captured; undefined where it is another's. */
export const captureById = (db: Db, personId: string, id: string): Promise<CaptureRow | undefined> =>
  db('captures').where({ id, person_id: personId }).first()

/** Takes in a capture; one that is there already stays as it is. */
export const insertCapture = async (db: Db, row: CaptureRow): Promise<void> => {
  await db('captures').insert(row).onConflict('id').ignore()
}

export const updateCapture = async (db: Db, id: string, patch: Partial<CaptureRow>): Promise<void> => {
  await db('captures').where({ id }).update(patch)
}
