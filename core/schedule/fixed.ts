import { MINUTE, toInstant, toMs } from '../instant'
import type { AccountDay } from './accountDay'
import type { Plan, PlanInput, PlanPost, UnplacedCode } from './types'

/** Places the posts with a time of their own, earliest first, exactly there. What they break is said in `warns`. */
export function placeFixed(posts: PlanPost[], day: AccountDay, input: PlanInput, plan: Plan): void {
  const fixed = posts.flatMap((post) => (post.fixed ? [{ post, at: toMs('at' in post.fixed ? post.fixed.at : post.fixed.slotAt) }] : []))
  fixed.sort((a, b) => a.at - b.at)
  for (const { post, at } of fixed) {
    const refusal = refusalOf(post, at, day, input)
    if (refusal) {
      plan.unplaced.push({ postId: post.id, accountId: post.accountId, ...refusal })
      continue
    }
    const slot = day.slots.find((candidate) => !candidate.taken && sameMinute(candidate.at, at))
    const broken = day.limitBroken(at)
    if (slot) slot.taken = true
    day.occupy(at)
    plan.entries.push({
      accountId: post.accountId,
      at: toInstant(at),
      slotId: slot?.slotId ?? null,
      slotAt: slot ? toInstant(slot.at) : null,
      postId: post.id,
      evergreenId: null,
      wording: 0,
      firm: post.firm,
      because: slot ? 'This slot was chosen for it.' : 'This time was chosen for it.',
      warns: broken ? [broken.says] : [],
    })
  }
}

function refusalOf(post: PlanPost, at: number, day: AccountDay, input: PlanInput): { code: UnplacedCode; says: string } | null {
  if (post.goodUntil && at > toMs(post.goodUntil)) return { code: 'good-until', says: 'Its time lies after it is good until.' }
  if (post.notBefore && at < toMs(post.notBefore)) return { code: 'not-before', says: 'Its time lies before it may go out.' }
  if (at < day.now - input.lateMinutes * MINUTE) return { code: 'past', says: 'Its time has passed.' }
  if (day.onHold(at)) return { code: 'hold', says: 'The account is on hold at its time.' }
  if (at >= day.until) return { code: 'beyond-until', says: 'Its time lies beyond the days shown.' }
  const slotGone = post.fixed && 'slotAt' in post.fixed && !day.slots.some((slot) => slot.at === at)
  return slotGone ? { code: 'no-slot', says: 'Its slot is no longer in the timetable.' } : null
}

const sameMinute = (a: number, b: number): boolean => Math.floor(a / MINUTE) === Math.floor(b / MINUTE)
