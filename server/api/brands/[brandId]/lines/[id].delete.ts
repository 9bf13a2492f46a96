import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { takeOut } from '#server/schedule'

export default route(scheduleRoutes.takeOut, null, ({ actor, param }) => takeOut(actor, param('id')))
