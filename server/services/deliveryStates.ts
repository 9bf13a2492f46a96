/**
 * What a delivery can be, and what may follow:
 *
 * | state    | meaning                                   | next                                   |
 * | planned  | frozen, waiting for its instant           | sending                                |
 * | sending  | handed to the network, leased             | sent, not-sent, waiting, unknown       |
 * | waiting  | refused for now; tried again at its time  | sending                                |
 * | unknown  | may have arrived; the network is asked    | sent, waiting, unknown                 |
 * | sent     | the network has it                        | –                                      |
 * | not-sent | refused for good                          | – (a person may line the post up again) |
 */
export type DeliveryState = 'planned' | 'sending' | 'waiting' | 'unknown' | 'sent' | 'not-sent'

const FIRST_PAUSE_MS = 30_000
const LONGEST_PAUSE_MS = 60 * 60_000

/** The pause before another try: doubling from 30 seconds to an hour, spread by a fifth. `chance` is 0 to 1. */
export function retryDelayMs(attempts: number, chance: number): number {
  const pause = Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** Math.max(0, attempts - 1))
  return Math.round(pause * (0.9 + 0.2 * chance))
}
