import { scheduleRoutes } from '#shared/schedule/routes'
import { savedFilterSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { saveFilter } from '#server/schedule'

export default route(scheduleRoutes.saveFilter, savedFilterSchema, ({ actor, body }) =>
  saveFilter(actor, body),
)
