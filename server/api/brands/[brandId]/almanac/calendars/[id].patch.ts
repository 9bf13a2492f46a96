import { almanacRoutes } from '#shared/almanac/routes'
import { calendarEditSchema } from '#shared/almanac/schemas'
import { editCalendar } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.editCalendar, calendarEditSchema, ({ actor, param, body }) =>
  editCalendar(actor, param('id'), body),
)
