import type { Manifest } from '#shared/archives/format'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { Reader, RowsRead } from './readRows'

/** What an archive says of itself; null for a file that is none, `newer` for one of a newer release. */
export type Opened = Manifest | 'newer' | null

export const openArchiveTask = threadTask<{ path: string }, Opened>('openArchive')
/** Rows of a part with their pictures' contents; null where the part can't be read. */
export const readPartTask = threadTask<
  { path: string; table: string; file: string; reader: Reader },
  RowsRead | null
>('readPart')
