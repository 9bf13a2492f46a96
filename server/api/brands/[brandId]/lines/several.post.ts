import { scheduleRoutes } from '#shared/schedule/routes'
import { severalSchema } from '#shared/schedule/schemas'
import type { SeveralAction } from '#shared/schedule/types'
import { route } from '#server/route'
import { changeSeveral } from '#server/schedule'

export default route(scheduleRoutes.several, severalSchema, ({ actor, body }) =>
  // The schema asks for the days where the kind needs them.
  changeSeveral(actor, body.ids, body.action as SeveralAction),
)
