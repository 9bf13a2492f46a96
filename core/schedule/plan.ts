import { MINUTE, toInstant, toMs } from '../instant'
import { accountDay, type AccountDay } from './accountDay'
import { placeFixed } from './fixed'
import { placeInLine } from './inLine'
import type { Plan, PlanEntry, PlanInput } from './types'

/**
 * Which post gets which slot. Fixed times first, kept exactly; then the line in its order, each post in the earliest slot it may
 * take (use and pillar of the slot, not before, good until, posts a day, gap, hold). What stays empty is open. The same input gives
 * the same plan, and every entry, open slot and refusal says why.
 *
 * Not yet decided here, though the shapes carry them: `follows`, `repeatAfterDays`, `sameLinkApartMinutes`, `mix`, evergreens.
 */
export function planLines(input: PlanInput): Plan {
  const plan: Plan = { entries: [], open: [], unplaced: [], perAccount: [] }
  for (const account of input.accounts) {
    const day = accountDay(account, input)
    const posts = input.posts.filter((post) => post.accountId === account.id)
    placeFixed(posts, day, input, plan)
    placeInLine(posts, day, input, plan)
    addOpenSlots(day, plan)
  }
  plan.entries.sort((a, b) => toMs(a.at) - toMs(b.at))
  plan.open.sort((a, b) => toMs(a.at) - toMs(b.at))
  plan.perAccount = input.accounts.map((account) => summaryOf(account.id, plan, toMs(input.now)))
  return plan
}

function addOpenSlots(day: AccountDay, plan: Plan): void {
  for (const slot of day.slots) {
    if (slot.taken || slot.at < day.now) continue
    plan.open.push({ accountId: day.account.id, at: toInstant(slot.at), slotId: slot.slotId, because: openBecause(slot, day) })
  }
}

function openBecause(slot: AccountDay['slots'][number], day: AccountDay): string {
  if (slot.use === 'free') return 'Kept free on purpose.'
  if (day.onHold(slot.at)) return 'The account is on hold.'
  const broken = day.limitBroken(slot.at)
  if (broken) return broken.says
  return slot.use === 'pillar' ? 'Nothing of this slot’s pillar is waiting in line.' : 'Nothing that may go here is waiting in line.'
}

function summaryOf(accountId: string, plan: Plan, now: number): Plan['perAccount'][number] {
  const isOwn = (row: { accountId: string }): boolean => row.accountId === accountId
  const lined: PlanEntry[] = plan.entries.filter(isOwn)
  const open = plan.open.filter((slot) => isOwn(slot) && toMs(slot.at) >= now - MINUTE)
  return { accountId, lined: lined.length, open: open.length, firstOpenAt: open[0]?.at ?? null, endsAt: lined.at(-1)?.at ?? null }
}
