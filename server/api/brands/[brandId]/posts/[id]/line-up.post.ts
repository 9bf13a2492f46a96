import { scheduleRoutes } from '#shared/schedule/routes'
import { lineUpSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { lineUpPost } from '#server/schedule'

export default route(scheduleRoutes.lineUp, lineUpSchema, ({ actor, param, body }) =>
  lineUpPost(actor, param('id'), body),
)
