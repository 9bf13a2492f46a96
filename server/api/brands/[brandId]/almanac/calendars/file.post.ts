import { almanacRoutes } from '#shared/almanac/routes'
import { calendarFileSchema } from '#shared/almanac/schemas'
import { LIMITS } from '#shared/platform/limits'
import { bringCalendar } from '#server/almanac'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  almanacRoutes.bringCalendar,
  calendarFileSchema,
  ({ actor, body }) => bringCalendar(actor, body),
  { bodyBytes: LIMITS.listBytes, pace: PACE.parse },
)
