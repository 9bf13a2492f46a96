import type { Message } from '../message'
import { message } from '../messages'
import type { OpenSlot } from './openSlot'
import { placeEvergreens } from './evergreens'
import { placeFixed } from './fixed'
import { placeInLine } from './inLine'
import { beginPlanning, type Planning } from './planning'
import type { Plan, PlanInput } from './types'

/**
 * Which post gets which slot. Fixed times first, kept exactly; then the lines in their order, each post in
 * the earliest slot it may take (use and pillar of the slot, not before, good until, what it follows, posts a
 * day, gap, the same link again here or at once elsewhere, its pillar's share, hold); then evergreens by turn
 * in the slots kept for them. What stays empty is open. The same input gives the same plan, and every entry,
 * open slot and refusal says why. Throws RangeError for an unknown zone.
 */
export function planLines(input: PlanInput): Plan {
  const planning = beginPlanning(input)
  const { plan, days } = planning
  placeAll(planning)
  const open = [...days.values()].flatMap((day) =>
    day.slots.filter((slot) => !slot.taken && slot.at >= day.now).map((slot) => ({ day, slot })),
  )
  open.sort((a, b) => a.slot.at - b.slot.at)
  plan.open = open.map(({ day, slot }) => ({
    accountId: day.account.id,
    at: slot.instant,
    slotId: slot.slotId,
    use: slot.use,
    reason: openReason(slot),
  }))
  // Instants of one form sort as text.
  plan.entries.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  plan.perAccount = summariesOf(input, plan)
  return plan
}

/** Places all posts and evergreens of a plan that was begun. */
export function placeAll(planning: Planning): void {
  const { posts } = planning.input
  for (const post of posts)
    if (!planning.days.has(post.accountId))
      planning.refuse(post, { code: 'no-slot', message: message('schedule.account-gone') })
  placeFixed(posts, planning)
  placeInLine(posts, planning)
  placeEvergreens(planning)
}

const KEPT_FREE = message('schedule.kept-free')
const NONE_OF_PILLAR = message('schedule.none-of-pillar')
const NONE_WAITING = message('schedule.none-waiting')

/** Why nothing fills a slot. */
export function openReason(slot: OpenSlot): Message {
  if (slot.use === 'free') return KEPT_FREE
  if (slot.blocked) return slot.blocked.message
  return slot.use === 'pillar' ? NONE_OF_PILLAR : NONE_WAITING
}

function summariesOf({ accounts }: PlanInput, plan: Plan): Plan['perAccount'] {
  const summaries = new Map<string, Plan['perAccount'][number]>()
  for (const { id } of accounts)
    summaries.set(id, { accountId: id, lined: 0, open: 0, firstOpenAt: null, endsAt: null })
  for (const entry of plan.entries) {
    // An evergreen's turn is not in line: when the line ends is another thing.
    if (entry.postId === null) continue
    const summary = summaries.get(entry.accountId)!
    summary.lined++
    summary.endsAt = entry.at
  }
  for (const slot of plan.open) {
    // Kept free is not open to what is in line.
    if (slot.use === 'free') continue
    const summary = summaries.get(slot.accountId)!
    summary.open++
    summary.firstOpenAt ??= slot.at
  }
  return [...summaries.values()]
}
