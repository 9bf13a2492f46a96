import { scheduleRoutes } from '#shared/schedule/routes'
import { zoneChangeSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { tryZone } from '#server/schedule'

export default route(scheduleRoutes.tryZone, zoneChangeSchema, ({ actor, body }) =>
  tryZone(actor, body.zone, body.keep),
)
