import { answeringHours } from '#core/results/answeringHours'
import { betterTimes } from '#core/results/betterTimes'
import { responseByHour } from '#core/results/hours'
import { inThread, type InThread } from '#server/platform/jobs/threadTask'
import { reckon } from './reckon'
import { answeringHoursTask, betterTimesTask, reckonTask } from './tasks'

export const resultsInThread: InThread[] = [
  inThread(betterTimesTask, ({ posts, zone, kinds }) =>
    kinds.map(({ days, slots, wish }) => ({
      curve: responseByHour(posts, { zone, days }).map((point) => ({ ...point, near: point.near ?? 0 })),
      found: betterTimes(posts, { ...wish, zone, days, slots }),
    })),
  ),
  inThread(reckonTask, reckon),
  inThread(answeringHoursTask, ({ posts, zone }) => ({
    weekdays: answeringHours(posts, { zone, days: 'weekdays' }),
    weekend: answeringHours(posts, { zone, days: 'weekend' }),
  })),
]
