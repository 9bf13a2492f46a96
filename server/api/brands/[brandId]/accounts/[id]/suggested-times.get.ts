import { resultsRoutes } from '#shared/results/routes'
import { suggestedTimes } from '#server/results'
import { route } from '#server/route'

const MOST_A_DAY = 12
const DAY_MINUTES = 1_440

/** A whole number within bounds; undefined for what is none, as if it was not asked for. */
const whole = (text: string | undefined, least: number, most: number): number | undefined =>
  text !== undefined && /^\d{1,4}$/.test(text) ? Math.min(most, Math.max(least, Number(text))) : undefined
const time = (text: string | undefined): string | undefined =>
  text !== undefined && /^([01]\d|2[0-3]):[0-5]\d$/.test(text) ? text : undefined

/** Only what is told: the rest is as the account has it. */
const told = <T extends object>(wish: T): { [K in keyof T]?: Exclude<T[K], undefined> } =>
  Object.fromEntries(Object.entries(wish).filter(([, value]) => value !== undefined)) as never

export default route(resultsRoutes.suggestedTimes, null, ({ actor, param, query }) =>
  suggestedTimes(
    actor.brandId,
    param('id'),
    told({
      count: whole(query['count'], 1, MOST_A_DAY),
      minGapMinutes: whole(query['gap'], 0, DAY_MINUTES),
      from: time(query['from']),
      to: time(query['to']),
    }),
  ),
)
