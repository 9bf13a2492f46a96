import type { DispatchVerdict } from '#core/dispatch'
import type { Message } from '#core/message'
import type { DispatchType } from '#shared/recipients/types'

/** Something on its way to one recipient. */
export interface OnTheWay {
  /** The same at every try, so that who takes it can tell a repeat. */
  id: string
  at: number
  type: DispatchType
  /** What is said of it. */
  data: object
}

/** Where it goes, unsealed. */
export interface WayOut {
  brandId: string
  address: string
  token: string
  mail: string[]
}

/** What became of a try. */
export interface Attempt {
  verdict: DispatchVerdict
  /** The status of the answer; null for none, and for what has none. */
  status: number | null
  message: Message[]
  /** How long it is to be let be, where the answer says so, in milliseconds. */
  waitMs: number | null
}

export const TAKEN: Attempt = { verdict: 'taken', status: null, message: [], waitMs: null }
