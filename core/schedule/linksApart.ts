import { message } from '../messages'
import { MINUTE, toMs } from '../instant'
import type { Refusal } from './refusals'
import type { PlanInput } from './types'

/** Keeps one link from going out on several accounts at the same time. */
export interface LinksApart {
  broken(accountId: string, linkKey: string | null, at: number): Refusal | null
  count(accountId: string, linkKey: string | null, at: number): void
}

/**
 * Keeps account of when each link goes out, so that two accounts do not share it within the minutes of the
 * input; 0 minutes keep nothing apart.
 */
export function linksApart(input: PlanInput): LinksApart {
  const span = input.sameLinkApartMinutes * MINUTE
  const links = new Map<string, { accountId: string; at: number }[]>()
  const count: LinksApart['count'] = (accountId, linkKey, at) => {
    if (span === 0 || linkKey === null) return
    const same = links.get(linkKey)
    if (same) same.push({ accountId, at })
    else links.set(linkKey, [{ accountId, at }])
  }
  for (const sent of input.history) count(sent.accountId, sent.linkKey, toMs(sent.at))
  return {
    count,
    broken: (accountId, linkKey, at) =>
      linkKey !== null &&
      (links.get(linkKey) ?? []).some((item) => item.accountId !== accountId && Math.abs(item.at - at) < span)
        ? {
            code: 'gap',
            message: message('schedule.link-apart', { minutes: input.sameLinkApartMinutes }),
          }
        : null,
  }
}
