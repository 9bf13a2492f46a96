import { MINUTE, toInstant, toMs } from '../instant'
import type { AccountDay, OpenSlot } from './accountDay'
import type { Plan, PlanInput, PlanPost, UnplacedCode } from './types'

type Refusal = { code: UnplacedCode; says: string }

/** Places the posts without a time of their own, in line order, each in the earliest slot it may take. */
export function placeInLine(posts: PlanPost[], day: AccountDay, input: PlanInput, plan: Plan): void {
  for (const post of posts) {
    if (post.fixed) continue
    const found = earliestSlot(post, day, input)
    if ('code' in found) {
      plan.unplaced.push({ postId: post.id, accountId: post.accountId, ...found })
      continue
    }
    found.taken = true
    day.occupy(Math.max(found.at, day.now))
    plan.entries.push({
      accountId: post.accountId,
      at: toInstant(Math.max(found.at, day.now)),
      slotId: found.slotId,
      slotAt: toInstant(found.at),
      postId: post.id,
      evergreenId: null,
      wording: 0,
      firm: post.firm,
      because: found.at < day.now ? 'Its slot was just missed; it goes out now.' : 'The first slot it may take.',
      warns: [],
    })
  }
}

/** The slot, or the refusal that stood in the way last: the one a curator would have to change. */
function earliestSlot(post: PlanPost, day: AccountDay, input: PlanInput): OpenSlot | Refusal {
  let refusal: Refusal = { code: 'no-slot', says: 'The timetable has no slot for it.' }
  for (const slot of day.slots) {
    if (slot.taken) {
      if (refusal.code === 'no-slot') refusal = { code: 'beyond-until', says: 'All slots of the days shown are taken.' }
      continue
    }
    const refused = refusalOf(post, slot, day, input)
    if (!refused) return slot
    refusal = refused
    if (refused.code === 'good-until') break
  }
  return refusal
}

function refusalOf(post: PlanPost, slot: OpenSlot, day: AccountDay, input: PlanInput): Refusal | null {
  if (slot.use === 'free') return { code: 'no-slot', says: 'The slots left are kept free on purpose.' }
  if (slot.use === 'pillar' && slot.pillar !== post.pillar) return { code: 'no-slot', says: 'The slots left are kept for another pillar.' }
  if (post.goodUntil && slot.at > toMs(post.goodUntil)) return { code: 'good-until', says: 'No slot is free before it is out of date.' }
  if (post.notBefore && slot.at < toMs(post.notBefore)) return { code: 'not-before', says: 'It may not go out yet.' }
  if (day.onHold(slot.at)) return { code: 'hold', says: 'The account is on hold.' }
  if (!post.firm && slot.at < day.now + input.settleMinutes * MINUTE)
    return { code: 'not-approved', says: 'It is not approved, and the slot is about to be used.' }
  // One just missed would go out now: that is the time which limits look at.
  return day.limitBroken(Math.max(slot.at, day.now))
}
