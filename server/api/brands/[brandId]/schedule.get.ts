import { isDay } from '#shared/platform/schemaParts'
import { route } from '#server/route'
import { scheduleOf } from '#server/schedule'

/** The Schedule from the local day `from` (today without it), `days` long (7 without it, 31 at most). */
export default route('read', null, ({ actor, query }) => {
  const from = isDay(query['from'] ?? '') ? query['from']! : null
  const days = Math.min(31, Math.max(1, Number(query['days'] ?? 7) || 7))
  return scheduleOf(actor.brandId, from, days)
})
