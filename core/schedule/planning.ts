import { toMs } from '../instant'
import { accountDay, type AccountDay } from './accountDay'
import type { Limited } from './accountLimits'
import { linksApart, type LinksApart } from './linksApart'
import type { Refusal } from './refusals'
import type { Plan, PlanEntry, PlanInput, PlanPost } from './types'

/** A plan while it is made. */
export interface Planning {
  input: PlanInput
  plan: Plan
  days: Map<string, AccountDay>
  apart: LinksApart
  place(post: PlanPost, day: AccountDay, where: Where): void
  placeEvergreen(evergreen: Limited & { id: string }, day: AccountDay, where: Where & { wording: number }): void
  refuse(post: PlanPost, refusal: Refusal): void
  /** When a post of this account goes or went out, in milliseconds; null where it is placed nowhere. */
  timeOf(accountId: string, postId: string): number | null
}

type Where = Pick<PlanEntry, 'at' | 'slotId' | 'slotAt' | 'because' | 'warns'>

export function beginPlanning(input: PlanInput): Planning {
  const plan: Plan = { entries: [], open: [], unplaced: [], perAccount: [] }
  const times = new Map<string, number>(
    input.history.flatMap((sent): [string, number][] => (sent.postId === null ? [] : [[`${sent.accountId} ${sent.postId}`, toMs(sent.at)]])),
  )
  const apart = linksApart(input)
  const enter = (day: AccountDay, limited: Limited, entry: PlanEntry): void => {
    const at = toMs(entry.at)
    day.occupy(limited, at)
    apart.count(entry.accountId, limited.linkKey, at)
    plan.entries.push(entry)
  }
  return {
    input,
    plan,
    apart,
    days: new Map(input.accounts.map((account) => [account.id, accountDay(account, input)])),
    place: (post, day, where) => {
      enter(day, post, { accountId: post.accountId, postId: post.id, evergreenId: null, wording: 0, firm: post.firm, ...where })
      times.set(`${post.accountId} ${post.id}`, toMs(where.at))
    },
    placeEvergreen: ({ id, ...limited }, day, where) =>
      enter(day, { ...limited, evergreenId: id }, { accountId: day.account.id, postId: null, evergreenId: id, firm: true, ...where }),
    refuse: (post, refusal) => void plan.unplaced.push({ postId: post.id, accountId: post.accountId, ...refusal }),
    timeOf: (accountId, postId) => times.get(`${accountId} ${postId}`) ?? null,
  }
}
