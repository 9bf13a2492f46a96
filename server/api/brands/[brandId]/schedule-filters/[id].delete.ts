import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { removeFilter } from '#server/schedule'

export default route(scheduleRoutes.removeFilter, null, ({ actor, param }) =>
  removeFilter(actor, param('id')),
)
