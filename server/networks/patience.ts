import { MINUTE } from '#core/instant'

/**
 * A post that its network did not take within this time of its slot is not sent at a time nobody chose: it
 * goes back into the line.
 */
export const LATE_MINUTES = 60

export const LATE_MS = LATE_MINUTES * MINUTE
