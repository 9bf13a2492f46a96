import type { ArchiveFault } from '#shared/archives/types'
import type { Values } from '#server/platform/db/tables'

/** What a part's rows that were left out are told by; of which file is known to who reads it. */
export type PartFault = Omit<ArchiveFault, 'file'>

/** A row on its way into the data. */
export interface Placing {
  /** Its place in its part, from 1. */
  at: number
  values: Values
  /** As it was read: what it names may not be there. */
  read: Values
}
