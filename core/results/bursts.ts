import { MINUTE } from '../instant'

/**
 * What one browser at one place follows within a minute, and all at one place together, such as an office
 * behind one address; more is a machine's, whatever it calls itself (common practice).
 */
const MOST_A_MINUTE = { browser: 30, place: 300 }

/**
 * Whether another click of one browser, or from one place, is one too many for people, given when
 * (milliseconds) those before were. Only those of the last minute count.
 */
export const isBurst = (before: readonly number[], now: number, of: keyof typeof MOST_A_MINUTE): boolean =>
  before.filter((at) => at > now - MINUTE && at <= now).length >= MOST_A_MINUTE[of]
