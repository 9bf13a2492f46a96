import { say } from '#shared/messages'
import { messagesOf, type StoredMessages } from '#server/platform/db/messages'
import { now } from '#server/platform/clock'
import type { HoldView } from '#shared/schedule/types'
import { toInstant } from '#core/instant'

interface Holdable {
  held: number
  hold_until: number | null
  hold_reason: StoredMessages | string | null
}

/** A hold with an end lifts itself. */
export const isHeld = (row: Holdable): boolean =>
  row.held === 1 && (row.hold_until === null || row.hold_until > now())

/** Why and until when a brand or an account is on hold; null where it is not. */
export const holdView = (row: Holdable): HoldView | null =>
  isHeld(row)
    ? {
        until: row.hold_until === null ? null : toInstant(row.hold_until),
        reason: say(messagesOf(row.hold_reason)),
      }
    : null
