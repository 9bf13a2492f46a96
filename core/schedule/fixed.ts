import { message } from '../messages'
import { MINUTE, toMs } from '../instant'
import type { AccountDay } from './accountDay'
import type { Refusal } from './refusals'
import type { Planning } from './planning'
import type { PlanPost } from './types'

interface FixedPost {
  post: PlanPost
  day: AccountDay
  at: number
}

/**
 * Places the posts with a time of their own, earliest first, exactly there. What they break is said in
 * `warnings`.
 */
export function placeFixed(posts: PlanPost[], planning: Planning): void {
  const fixed = posts.flatMap((post): FixedPost[] => {
    const day = planning.days.get(post.accountId)
    return post.fixed && day
      ? [{ post, day, at: toMs('at' in post.fixed ? post.fixed.at : post.fixed.slotAt) }]
      : []
  })
  fixed.sort((a, b) => a.at - b.at)
  for (const { post, day, at } of fixed) {
    const index = slotOfMinute(day, at)
    const slot = day.slots[index]
    const refusal = refusalOf(post, at, day, planning) ?? lostSlot(post, at, day, slot !== undefined)
    if (refusal) {
      planning.refuse(post, refusal)
      continue
    }
    const goes = Math.max(at, day.now)
    const broken = [
      ...day.limits.allBroken(post, goes),
      planning.apart.broken(post.accountId, post.linkKey, goes),
    ].flatMap((item) => item?.message ?? [])
    if (slot) day.take(index)
    else day.limits.addPlace(goes)
    planning.place(post, day, {
      ms: goes,
      slot: slot ?? null,
      reason:
        slot && post.fixed && 'slotAt' in post.fixed
          ? message('schedule.slot-chosen')
          : message('schedule.time-chosen'),
      warnings: broken,
    })
  }
}

function refusalOf(post: PlanPost, at: number, day: AccountDay, { input }: Planning): Refusal | null {
  if (at < day.now - input.lateMinutes * MINUTE) return { code: 'past', message: message('schedule.past') }
  // One just missed would go out now: that is the time which counts.
  if (post.goodUntil && Math.max(at, day.now) > toMs(post.goodUntil))
    return { code: 'good-until', message: message('schedule.past-good-until') }
  if (post.notBefore && at < toMs(post.notBefore))
    return { code: 'not-before', message: message('schedule.before-may') }
  if (day.onHold(at)) return { code: 'hold', message: message('schedule.held-then') }
  if (at >= day.until) {
    const isTime = post.fixed !== null && 'at' in post.fixed
    return {
      code: 'beyond-until',
      message: isTime ? message('schedule.time-later') : message('schedule.beyond-shown'),
    }
  }
  if (!post.firm && at < day.now + input.settleMinutes * MINUTE) return notSettled(post)
  return null
}

/** A chosen slot is gone where the timetable lost it, or another post that chose it came first. */
function lostSlot(post: PlanPost, at: number, day: AccountDay, isThere: boolean): Refusal | null {
  if (isThere || !post.fixed || !('slotAt' in post.fixed)) return null
  return day.slots.some((slot) => slot.at === at)
    ? { code: 'no-slot', message: message('schedule.slot-taken') }
    : { code: 'no-slot', message: message('schedule.slot-gone') }
}

/** Why a post that is not firm gives its slot to the next. */
export const notSettled = (post: PlanPost): Refusal =>
  post.held
    ? { code: 'hold', message: message('schedule.held-soon') }
    : { code: 'not-approved', message: message('schedule.unapproved-soon') }

/** The index of the first free slot in the very minute; -1 when there is none. */
function slotOfMinute({ slots, firstFrom }: AccountDay, at: number): number {
  const minute = Math.floor(at / MINUTE) * MINUTE
  for (let index = firstFrom(minute); index < slots.length && slots[index]!.at < minute + MINUTE; index++)
    if (!slots[index]!.taken) return index
  return -1
}
