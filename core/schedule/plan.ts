import { toInstant } from '../instant'
import type { AccountDay, OpenSlot } from './accountDay'
import { placeEvergreens } from './evergreens'
import { placeFixed } from './fixed'
import { placeInLine } from './inLine'
import { beginPlanning } from './planning'
import type { Plan, PlanInput } from './types'

/**
 * Which post gets which slot. Fixed times first, kept exactly; then the lines in their order, each post in the earliest slot it may take
 * (use and pillar of the slot, not before, good until, what it follows, posts a day, gap, the same link again here or at once elsewhere,
 * its pillar's share, hold); then evergreens by turn in the slots kept for them. What stays empty is open. The same input gives the same
 * plan, and every entry, open slot and refusal says why. Throws RangeError for an unknown zone.
 */
export function planLines(input: PlanInput): Plan {
  const planning = beginPlanning(input)
  const { plan, days } = planning
  for (const post of input.posts) if (!days.has(post.accountId)) planning.refuse(post, { code: 'no-slot', says: 'Its account is no longer there.' })
  placeFixed(input.posts, planning)
  placeInLine(input.posts, planning)
  placeEvergreens(planning)
  const open = [...days.values()].flatMap((day) => day.slots.filter((slot) => !slot.taken && slot.at >= day.now).map((slot) => ({ day, slot })))
  open.sort((a, b) => a.slot.at - b.slot.at)
  plan.open = open.map(({ day, slot }) => ({ accountId: day.account.id, at: toInstant(slot.at), slotId: slot.slotId, because: openBecause(slot) }))
  // Instants of one form sort as text.
  plan.entries.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
  plan.perAccount = input.accounts.map((account) => summaryOf(days.get(account.id)!, plan))
  return plan
}

function openBecause(slot: OpenSlot): string {
  if (slot.use === 'free') return 'Kept free on purpose.'
  if (slot.blocked) return slot.blocked.says
  return slot.use === 'pillar' ? 'Nothing of this slot’s pillar is waiting in line.' : 'Nothing that may go here is waiting in line.'
}

function summaryOf({ account }: AccountDay, plan: Plan): Plan['perAccount'][number] {
  const lined = plan.entries.filter(({ accountId }) => accountId === account.id)
  const open = plan.open.filter(({ accountId }) => accountId === account.id)
  return { accountId: account.id, lined: lined.length, open: open.length, firstOpenAt: open[0]?.at ?? null, endsAt: lined.at(-1)?.at ?? null }
}
