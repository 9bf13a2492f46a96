import { scheduleRoutes } from '#shared/schedule/routes'
import { holdSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { hold, holdOf } from '#server/schedule'

export default route(scheduleRoutes.hold, holdSchema, ({ actor, body }) => hold(actor, holdOf(body.of), body))
