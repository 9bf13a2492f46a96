import type { Db } from '#server/platform/db'
import { joined, readFirst } from '#server/platform/db/read'
import { WATCH_RUNS, type WatchRunRow } from '../rows'

export const runOf = (db: Db, watchId: string): Promise<WatchRunRow | undefined> =>
  db('watch_runs').where({ watch_id: watchId }).first()

/** The latest look through the archive of each of a brand's watches. */
export const runsOfBrand = (db: Db, brandId: string): Promise<WatchRunRow[]> =>
  db('watch_runs').where({ brand_id: brandId })

export const putRun = async (db: Db, row: WatchRunRow): Promise<void> => {
  await db('watch_runs').insert(row).onConflict('watch_id').merge()
}

/** Changes a run that is still the same one. Whether it was. */
export const updateRun = async (
  db: Db,
  { watch_id, started_at }: WatchRunRow,
  patch: Partial<WatchRunRow>,
): Promise<boolean> =>
  (await db('watch_runs').where({ watch_id, started_at }).whereNull('ended_at').update(patch)) === 1

/** The run that has waited longest to go on; a run of a watch that was removed is none. */
export const openRun = (db: Db): Promise<WatchRunRow | undefined> =>
  readFirst(
    WATCH_RUNS.columns,
    joined(db, 'watch_runs')
      .join('watches', 'watches.id', 'watch_runs.watch_id')
      .whereNull('watch_runs.ended_at')
      .whereNull('watches.removed_at')
      .orderBy('watch_runs.started_at')
      .select('watch_runs.*'),
  )
