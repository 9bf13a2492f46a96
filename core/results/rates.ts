import { normalQuantile } from './special'

/** How sure intervals are where nothing else is said: nothing is called better below this chance. */
export const USUAL_LEVEL = 0.9

/** A figure with what it may as well be. */
export interface Estimate {
  value: number
  low: number
  high: number
}

interface Trials {
  successes: number
  trials: number
}

/**
 * A rate with its score interval (Wilson 1927; Newcombe 1998, method 3). Of no trials nothing is known: 0 to
 * 1, about a half.
 */
export function rate(successes: number, trials: number, level = USUAL_LEVEL): Estimate {
  if (trials === 0) return { value: 0.5, low: 0, high: 1 }
  const z = normalQuantile((1 + level) / 2)
  const value = successes / trials
  const middle = 2 * successes + z * z
  const half = z * Math.sqrt(z * z + 4 * successes * (1 - value))
  const whole = 2 * (trials + z * z)
  return {
    value,
    low: successes === 0 ? 0 : (middle - half) / whole,
    high: successes === trials ? 1 : (middle + half) / whole,
  }
}

/** How much one rate is above another, `a` minus `b` (Newcombe 1998, hybrid score interval, method 10). */
export function differenceOfRates(a: Trials, b: Trials, level = USUAL_LEVEL): Estimate {
  const [one, other] = [rate(a.successes, a.trials, level), rate(b.successes, b.trials, level)]
  const value = one.value - other.value
  return {
    value,
    low: value - Math.hypot(one.value - one.low, other.high - other.value),
    high: value + Math.hypot(one.high - one.value, other.value - other.low),
  }
}
