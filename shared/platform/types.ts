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
  /** The request that made it, by the number its window gave it; null where none did. */
  request: string | null
}

/** Names a request that changes something; comes back in the stream with what it changed. */
export const REQUEST_HEADER = 'quill-request'
/** The kinds of change a request made, in its answer, with commas between. */
export const CHANGED_HEADER = 'quill-changed'

export type ChangeKind =
  | 'notice'
  | 'brand'
  | 'account'
  | 'pillar'
  | 'watch'
  | 'source'
  | 'article'
  | 'line'
  | 'line-order'
  | 'delivery'
  | 'clock'
  | 'import'
  | 'watch-hit'
  | 'tag'
  | 'post'
  | 'post-text'
  | 'token'
  | 'letter'
  | 'responses'
  | 'report'
  | 'evergreen'
  | 'calendar'
  | 'batch'
  | 'campaign'
  | 'almanac'
  | 'order'
  | 'recipient'
  | 'drafting'

/** What an undoable change answers. */
export interface Undoable {
  historyId: string
}

/** What somebody reads and writes on. */
export type DeviceKind = 'computer' | 'phone' | 'tablet'
