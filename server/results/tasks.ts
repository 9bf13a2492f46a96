import type { Instant } from '#core/instant'
import { threadTask } from '#server/platform/jobs/threadTask'
import type { AnsweringHours, SuggestedTimesOf, TimesWish } from '#shared/results/types'
import type { Reckoned, ToReckon } from './reckon'

/** See `responseByHour` and `betterTimes` of core/results, for each kind of day. */
export const betterTimesTask = threadTask<
  {
    posts: { at: Instant; responses: number }[]
    zone: string
    kinds: { days: SuggestedTimesOf['days']; slots: string[]; wish: TimesWish }[]
  },
  Pick<SuggestedTimesOf, 'curve' | 'found'>[]
>('betterTimes')

/** See `reckon`. */
export const reckonTask = threadTask<ToReckon, Reckoned>('reckonResults')

/** See `answeringHours` of core/results. */
export const answeringHoursTask = threadTask<
  { posts: { account: string; at: Instant; responses: number }[]; zone: string },
  AnsweringHours
>('answeringHours')
