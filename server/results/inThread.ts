import { betterTimes } from '#core/results/betterTimes'
import { responseByHour } from '#core/results/hours'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { reckon } from './reckon'
import { betterTimesTask, reckonTask } from './tasks'

export const resultsInThread: InThread[] = [
  inThread(betterTimesTask, ({ posts, zone, kinds }) =>
    kinds.map(({ days, slots, wish }) => ({
      curve: responseByHour(posts, { zone, days }).map((point) => ({ ...point, near: point.near ?? 0 })),
      found: betterTimes(posts, { ...wish, zone, days, slots }),
    })),
  ),
  inThread(reckonTask, reckon),
]
