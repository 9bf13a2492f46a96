/** RFC 9457 problem details, as every refused request answers. */
export interface Problem {
  type: string
  title: string
  status: number
  detail: string
  errors?: { field: string; message: string }[]
}

/** One row of the event stream: something of this kind changed. */
export interface ChangeEvent {
  seq: number
  brandId: string | null
  what: ChangeKind
  which: string
}

export type ChangeKind =
  | 'notice'
  | 'brand'
  | 'account'
  | 'pillar'
  | 'watch'
  | 'source'
  | 'article'
  | 'line'
  | 'delivery'
  | 'clock'
  | 'import'
  | 'watch-hit'
  | 'tag'
  | 'post'

/** What an undoable change answers. */
export interface Undoable {
  historyId: string
}
