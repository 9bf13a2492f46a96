import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { sendNow } from '#server/schedule'

export default route(scheduleRoutes.sendNow, null, ({ actor, param }) => sendNow(actor, param('id')))
