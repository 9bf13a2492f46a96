import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { yearOf, weeksAsked } from '#server/schedule'

export default route(scheduleRoutes.year, null, ({ actor, query }) => {
  const { from, weeks } = weeksAsked(query, 54)
  return yearOf(actor.brandId, from, weeks)
})
