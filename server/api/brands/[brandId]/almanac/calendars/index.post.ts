import { almanacRoutes } from '#shared/almanac/routes'
import { calendarSchema } from '#shared/almanac/schemas'
import { addCalendar } from '#server/almanac'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  almanacRoutes.addCalendar,
  calendarSchema,
  ({ actor, body }) => addCalendar(actor, body),
  {
    pace: PACE.outside,
  },
)
