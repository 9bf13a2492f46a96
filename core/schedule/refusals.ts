import type { UnplacedCode } from './types'

/** Why a post may not go out at a time. */
export interface Refusal {
  code: UnplacedCode
  message: string
}

// How a slot that was passed over is spoken of: "Open slots before it …".
const PASSED_OVER: Record<UnplacedCode, string> = {
  'good-until': 'come after it is good until',
  'not-before': 'come before it may go out',
  past: 'have passed',
  hold: 'fall into a hold',
  'not-approved': 'are about to be used, and it is not approved',
  repeat: 'come too soon after the same link',
  ceiling: 'are on days that have their posts',
  gap: 'are too close to another post',
  mix: 'would give its pillar more than its share',
  'no-slot': 'are kept for something else',
  'beyond-until': 'lie beyond the days shown',
  'waits-for': 'come too soon after the post it follows',
}

const FIRST = 'The first slot it may take.'
const BECAUSE = new Map(
  Object.entries(PASSED_OVER).map(([code, message]) => [
    code as UnplacedCode,
    `The first slot it may take; open slots before it ${message}.`,
  ]),
)

/** Why a post has the slot it has, where `passed` is what kept it out of the last open slot before. */
export const reasonOf = (passed: UnplacedCode | null): string =>
  passed === null ? FIRST : BECAUSE.get(passed)!
