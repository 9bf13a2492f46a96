import { scheduleRoutes } from '#shared/schedule/routes'
import { liftSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { holdOf, lift } from '#server/schedule'

export default route(scheduleRoutes.lift, liftSchema, ({ actor, body }) =>
  lift(actor, holdOf(body.of), body.late),
)
