import { DAY, toInstant, type Instant } from '#core/instant'
import { LIMITS } from '#shared/platform/limits'
import { now } from '#server/platform/clock'
import { useDb } from '#server/platform/db'
import { planShown } from './recentPlan'

/** Turns of evergreens, as the plan has them now, in their order. */
export interface EvergreenTurns {
  turns: { evergreenId: string; at: Instant; wording: number }[]
  until: Instant
}

/** When each of a brand's evergreens has its turn, as far as turns are planned. */
export async function evergreenTurns(brandId: string): Promise<EvergreenTurns> {
  const { plan } = await planShown(await useDb(), brandId)
  return {
    turns: plan.entries.flatMap(({ evergreenId, at, wording }) =>
      evergreenId === null ? [] : [{ evergreenId, at, wording }],
    ),
    until: toInstant(now() + LIMITS.planDays * DAY),
  }
}
