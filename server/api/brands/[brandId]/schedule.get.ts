import { scheduleRoutes } from '#shared/schedule/routes'
import { isDay } from '#shared/platform/schemaParts'
import { route } from '#server/route'
import { scheduleOf } from '#server/schedule'

export default route(scheduleRoutes.schedule, null, ({ actor, query }) => {
  const from = isDay(query['from'] ?? '') ? query['from']! : null
  const days = Math.min(31, Math.max(1, Number(query['days'] ?? 7) || 7))
  const besides = (query['with'] ?? '').split(',')
  return scheduleOf(actor.brandId, from, days, {
    coming: besides.includes('coming'),
    base: besides.includes('base'),
  })
})
