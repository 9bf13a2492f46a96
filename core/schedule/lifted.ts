import { planLines } from './plan'
import type { Plan, PlanEntry, PlanInput } from './types'

/**
 * The same lines with holds lifted: all of them, or those without an end, which nothing can be planned
 * behind. To show and try places with; what is sent goes by the plan as it is.
 */
export function withHoldsLifted(input: PlanInput, which: 'all' | 'without-end'): PlanInput {
  const isLifted = (until: string | null): boolean => which === 'all' || until === null
  return {
    ...input,
    accounts: input.accounts.map((account) =>
      account.hold && isLifted(account.hold.until) ? { ...account, hold: null } : account,
    ),
    posts:
      which === 'all'
        ? input.posts.map((post) => (post.held ? { ...post, held: false, firm: true } : post))
        : input.posts,
  }
}

/** Whether a hold without an end lies on an account. */
export const isHeldOpenly = (input: PlanInput): boolean =>
  input.accounts.some(({ hold }) => hold !== null && hold.until === null)

/**
 * The posts that a plan has no place for because of a hold, where they would stand if all holds were lifted
 * now.
 */
export function heldPlaces(input: PlanInput, plan: Plan): PlanEntry[] {
  if (!input.accounts.some(({ hold }) => hold !== null) && !input.posts.some(({ held }) => held)) return []
  const without = new Set(plan.unplaced.map(({ postId }) => postId))
  if (without.size === 0) return []
  return planLines(withHoldsLifted(input, 'all')).entries.filter(
    ({ postId }) => postId !== null && without.has(postId),
  )
}
