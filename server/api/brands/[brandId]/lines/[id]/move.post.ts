import { scheduleRoutes } from '#shared/schedule/routes'
import type { MoveTo } from '#core/schedule'
import { moveSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { moveQueueItem } from '#server/schedule'

export default route(scheduleRoutes.moveItem, moveSchema, ({ actor, param, body }) =>
  // The schema asks for the time or the other post where the kind needs it.
  moveQueueItem(actor, param('id'), { ...body, to: body.to as MoveTo }),
)
