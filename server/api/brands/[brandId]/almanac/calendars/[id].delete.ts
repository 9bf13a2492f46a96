import { almanacRoutes } from '#shared/almanac/routes'
import { removeCalendar } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.removeCalendar, null, ({ actor, param }) =>
  removeCalendar(actor, param('id')),
)
