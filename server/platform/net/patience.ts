import { settings } from '../settings'

/**
 * How long to wait for others, in milliseconds: to be let in, for the first word, between two words, and for
 * the whole answer.
 */
export function patience(): { connect: number; headers: number; pause: number; whole: number } {
  const whole = settings().patienceSeconds * 1000
  return {
    connect: Math.min(5_000, whole),
    headers: Math.min(12_000, whole),
    pause: Math.min(10_000, whole),
    whole,
  }
}
