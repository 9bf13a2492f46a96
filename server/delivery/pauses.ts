import { DAY, HOUR, MINUTE } from '#core/instant'
import { now } from '#server/platform/clock'
import type { DeliveryRow } from './rows'
import { settings } from '#server/platform/settings'

/** What belongs to a post that is there is tried for this long. */
export const PART_MS = DAY

/** Whoever accepted a post is asked for this long what became of it. */
export const TAKEN_MS = DAY

const LONGEST_PAUSE_MS = 60 * MINUTE

/** The pause before another try: doubling to an hour, spread by a fifth. `chance` is 0 to 1. */
export function retryDelayMs(attempts: number, chance: number): number {
  const pause = Math.min(
    LONGEST_PAUSE_MS,
    settings().retrySeconds * 1000 * 2 ** Math.min(20, Math.max(0, attempts - 1)),
  )
  return Math.round(pause * (0.9 + 0.2 * chance))
}

/** A network that can't be asked, or has no word yet, is asked less and less often, at least every hour. */
export function nextAsk(delivery: Pick<DeliveryRow, 'due_at'>): number {
  const pause = Math.min(HOUR, Math.max(settings().askSeconds * 1000, (now() - delivery.due_at) / 4))
  return now() + Math.round(pause * (0.9 + 0.2 * Math.random()))
}
