import { DAY, MINUTE } from '#core/instant'
import { settings } from '#server/platform/settings'

/** What belongs to a post that is there is tried for this long. */
export const PART_MS = DAY

const LONGEST_PAUSE_MS = 60 * MINUTE

/** The pause before another try: doubling to an hour, spread by a fifth. `chance` is 0 to 1. */
export function retryDelayMs(attempts: number, chance: number): number {
  const pause = Math.min(
    LONGEST_PAUSE_MS,
    settings().retrySeconds * 1000 * 2 ** Math.min(20, Math.max(0, attempts - 1)),
  )
  return Math.round(pause * (0.9 + 0.2 * chance))
}
