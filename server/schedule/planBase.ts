import type { QueuedPost } from '#server/posts'
import { sayPlan } from '#shared/schedule/messages'
import type { PlanBase } from '#shared/schedule/types'
import { placeMessage, shownPlan, versionOf, type BrandPlan } from './plan'

/** All that the plan is made from, for planning in the browser, and where each post stands by it. */
export function planBase(known: BrandPlan): PlanBase {
  const { input, plan } = shownPlan(known)
  const places = new Map(plan.entries.map((entry) => [entry.postId, entry]))
  const refusals = new Map(plan.unplaced.map((item) => [item.postId, item.message]))
  const messageFor = (line: QueuedPost): string => {
    const refusal = refusals.get(line.id)
    const place = places.get(line.id)
    if (refusal) return sayPlan(refusal)
    return place ? placeMessage(known, line.account_id, [place.reason]) : ''
  }
  const lines = [...known.lines.values()].map((line) => ({
    id: line.id,
    postId: line.post_id,
    accountId: line.account_id,
    text: line.own_text ?? line.text,
    pillarId: line.pillar_id,
    at: places.get(line.id)?.at ?? null,
    message: messageFor(line),
  }))
  return { input, version: versionOf(known.plan), lines }
}
