import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { monthOf, weeksAsked } from '#server/schedule'

export default route(scheduleRoutes.month, null, ({ actor, query }) => {
  const { from, weeks } = weeksAsked(query, 6)
  return monthOf(actor.brandId, from, weeks)
})
