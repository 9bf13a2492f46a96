import { createHmac, timingSafeEqual } from 'node:crypto'
import { keyFor } from './secrets'

/**
 * A key for a secret address: derived from the installation's secret, what it is for, and a nonce that is
 * kept. The data file alone gives no address away; another nonce makes the old one worthless. Hexadecimal, 96
 * bits.
 */
export const derivedKey = (purpose: string, id: string, nonce: string): string =>
  createHmac('sha256', keyFor(purpose)).update(`${id}:${nonce}`).digest('hex').slice(0, 24)

/** Whether a key that was presented is the derived one, compared in constant time. */
export function isDerivedKey(given: string, purpose: string, id: string, nonce: string): boolean {
  const wanted = Buffer.from(derivedKey(purpose, id, nonce))
  const presented = Buffer.from(given)
  return presented.length === wanted.length && timingSafeEqual(presented, wanted)
}
