import { toInstant, toMs } from '../instant'
import { accountDay, type AccountDay } from './accountDay'
import type { OpenSlot } from './openSlot'
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
  placeEvergreen(
    evergreen: Limited & { id: string },
    day: AccountDay,
    where: Where & { wording: number },
  ): void
  refuse(post: PlanPost, refusal: Refusal): void
  /**
   * When a post of this account goes or went out, in milliseconds, by its slot where it has one: a slot is
   * sent a little late. Null where it is placed nowhere.
   */
  timeOf(accountId: string, postId: string): number | null
}

type Where = Pick<PlanEntry, 'reason' | 'warnings'> & { ms: number; slot: OpenSlot | null }

/** The beginnings of a plan: nothing placed yet, what was sent already counted. */
export function beginPlanning(input: PlanInput): Planning {
  const plan: Plan = { entries: [], open: [], unplaced: [], perAccount: [] }
  const times = new Map<string, number>(
    input.history.flatMap((sent): [string, number][] =>
      sent.postId === null ? [] : [[`${sent.accountId} ${sent.postId}`, toMs(sent.slotAt ?? sent.at)]],
    ),
  )
  const apart = linksApart(input)
  const isFollowed = input.posts.some((post) => post.follows)
  const enter = (
    day: AccountDay,
    limited: Limited,
    { ms, slot, reason, warnings }: Where,
    what: Pick<PlanEntry, 'postId' | 'evergreenId' | 'wording' | 'firm'>,
  ): void => {
    const accountId = day.account.id
    day.occupy(limited, ms)
    apart.count(accountId, limited.linkKey, ms)
    const at = slot && slot.at === ms ? slot.instant : toInstant(ms)
    const { postId, evergreenId, wording, firm } = what
    plan.entries.push({
      accountId,
      at,
      slotId: slot?.slotId ?? null,
      slotAt: slot?.instant ?? null,
      postId,
      evergreenId,
      wording,
      firm,
      reason,
      warnings,
    })
    if (isFollowed && what.postId !== null) times.set(`${accountId} ${what.postId}`, slot?.at ?? ms)
  }
  return {
    input,
    plan,
    apart,
    days: new Map(input.accounts.map((account) => [account.id, accountDay(account, input)])),
    place: (post, day, where) =>
      enter(day, post, where, { postId: post.id, evergreenId: null, wording: 0, firm: post.firm }),
    placeEvergreen: ({ id, ...limited }, day, { wording, ...where }) =>
      enter(day, { ...limited, evergreenId: id }, where, {
        postId: null,
        evergreenId: id,
        wording,
        firm: true,
      }),
    refuse: (post, refusal) =>
      void plan.unplaced.push({ postId: post.id, accountId: post.accountId, ...refusal }),
    timeOf: (accountId, postId) => times.get(`${accountId} ${postId}`) ?? null,
  }
}
