import { scheduleRoutes } from '#shared/schedule/routes'
import { fillSchema } from '#shared/schedule/schemas'
import { route } from '#server/route'
import { takeFill } from '#server/schedule'

export default route(scheduleRoutes.takeFill, fillSchema, ({ actor, body }) => takeFill(actor, body))
