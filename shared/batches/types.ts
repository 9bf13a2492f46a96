// Posts from a file, as browser and server say them to each other.
import type { Instant } from '#core/instant'
import type { DayOrder } from '#core/formats/moments'
import type { PostCells, PostColumns, PostField } from '#core/formats/postFields'

/** What a file's posts wait for: to be looked through, somebody, to be lined up, or to be taken back. */
export type BatchState = 'checking' | 'ready' | 'taking' | 'taking-back'

/** What stands for every row whose own cell is empty. */
export interface BatchUsual {
  account: string
  pillar: string
}

export interface BatchCounts {
  total: number
  /** Not looked through since it was last changed. */
  unchecked: number
  ready: number
  faulty: number
  leftOut: number
  taken: number
}

/** A file in the list of files. */
export interface BatchLine {
  id: string
  name: string
  by: string
  at: Instant
  state: BatchState
  counts: BatchCounts
}

export interface BatchView extends BatchLine {
  /** Changes with every change of it. */
  version: number
  heads: string[]
  /** Of each column the first cell that is not empty. */
  samples: string[]
  columns: PostColumns
  order: DayOrder | null
  /** Dates with slashes stand in it, and which number is the day was said or guessed. */
  hasSlashes: boolean
  usual: BatchUsual
  /** How many posts in line would move to make room. */
  moved: number
  /** Names of the pictures that came along. */
  pictures: string[]
  /** Rows of the file beyond those that one file may have. */
  tooMany: number
}

export type BatchRowState = 'unchecked' | 'ready' | 'faulty' | 'left-out' | 'taken' | 'gone-out'

/** A post of a file. */
export interface BatchRow {
  position: number
  /** Where it stands in the file. */
  line: number
  cells: PostCells
  state: BatchRowState
  problems: { field: PostField; message: string }[]
  warnings: string[]
  /** Where it would go, or went. */
  places: { accountId: string; at: Instant | null; message: string }[]
  pillarId: string | null
  postId: string | null
}

/** Some rows of a file, `from` one on, of so many. */
export interface BatchRows {
  total: number
  from: number
  rows: BatchRow[]
}
