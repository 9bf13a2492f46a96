import type { Columns, Read, SavedRow } from '#core/formats'
import type { SavedListLook } from '#shared/clippings/types'
import { threadTask } from '#server/platform/jobs/threadTask'

/** See `readSavedList` of core/formats. Throws its FormatError. */
export const readListTask = threadTask<{ text: string; columns: Columns | null }, Read<SavedRow>>('readList')
/** What a file of saved addresses is. Throws a FormatError. */
export const lookAtListTask = threadTask<string, SavedListLook>('lookAtList')
