import type { ArticleState } from './types'

/**
 * Which articles a list can show: what waits for a decision, what was decided, what a source's rules left
 * out, or everything.
 */
export const SHOWS = ['open', 'clipped', 'shelved', 'passed', 'left-out', 'all'] as const
export type Show = (typeof SHOWS)[number]

/**
 * Why a rule passed an article in the curator's place: its source's unwanted words, older than the source,
 * brought while it was paused; or a watch that hides.
 */
export type ExcludedBy = 'words' | 'old' | 'paused' | 'watch'

/**
 * Whether an article belongs into a list that shows this. What a rule left out is told from what a person
 * passed.
 */
export function belongsTo(show: Show, state: ArticleState, leftOut: ExcludedBy | null): boolean {
  if (show === 'all') return true
  if (show === 'open') return state === 'new' || state === 'read'
  if (show === 'left-out') return state === 'passed' && leftOut !== null
  return state === show && leftOut === null
}
