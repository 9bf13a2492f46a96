// Archives of a whole brand, as browser and server say them to each other.
import type { Instant } from '#core/instant'

export type ArchiveState = 'reading' | 'ended' | 'failed' | 'stopped'

/** A row of an archive that was left out: its table, its file, its place there from 1, and the column. */
export interface ArchiveFault {
  file: string
  row: number
  /** '' where it is no single one: what it names is not there, or it is there twice. */
  column: string
}

/** An archive that is read, or was. */
export interface ArchiveView {
  id: string
  brandId: string
  brandName: string
  fileName: string
  at: Instant
  state: ArchiveState
  /** Rows of all its parts, and how many were looked at so far, stored, and left out. */
  total: number
  stored: number
  leftOut: number
  /** The first of those left out. */
  faults: ArchiveFault[]
  /** Why it could not be read to its end; '' where it was. */
  message: string
}
