import type { Instant } from '../instant'
import type { Refusal } from './refusals'
import type { SlotUse } from './types'

/** A slot of an account's timetable that a post may be put in. */
export interface OpenSlot {
  at: number
  /** Its time as text: making it anew for every entry would cost more than the plan. */
  instant: Instant
  /** When a post in it goes out: its time, or now where it was just missed. */
  goes: number
  slotId: string
  use: SlotUse
  pillar: string | null
  taken: boolean
  /** What keeps every moving post out of it, from when it was found on. */
  blocked: Refusal | null
}
