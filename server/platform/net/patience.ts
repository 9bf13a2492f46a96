import { settings } from '../settings'
import type { Patience } from './types'

/** How long anybody is waited for. */
export function patience(): Patience {
  const whole = settings().patienceSeconds * 1000
  return {
    connect: Math.min(5_000, whole),
    headers: Math.min(12_000, whole),
    pause: Math.min(10_000, whole),
    whole,
  }
}

const WRITING_TIMES = 3
/** How long somebody is waited for who thinks before they answer, and writes while we read. */
export function writersPatience(): Patience {
  const { connect, whole } = patience()
  return { connect, headers: whole, pause: whole, whole: whole * WRITING_TIMES }
}
