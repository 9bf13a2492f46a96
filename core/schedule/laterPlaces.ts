import { message } from '../messages'
import type { Plan, PlanEntry, PlanInput } from './types'

/**
 * The posts whose own time lies behind the end of the plan, at that time: nothing else is planned there yet,
 * and no limit is looked at before the plan reaches it.
 */
export function laterPlaces({ posts }: PlanInput, { unplaced }: Pick<Plan, 'unplaced'>): PlanEntry[] {
  const later = new Set(unplaced.flatMap(({ postId, code }) => (code === 'beyond-until' ? [postId] : [])))
  return posts.flatMap(({ id, accountId, fixed, firm }) => {
    if (!later.has(id) || fixed === null || !('at' in fixed)) return []
    return [
      {
        accountId,
        at: fixed.at,
        slotId: null,
        slotAt: null,
        postId: id,
        evergreenId: null,
        wording: 0,
        firm,
        reason: message('schedule.time-later'),
        warnings: [],
      },
    ]
  })
}
