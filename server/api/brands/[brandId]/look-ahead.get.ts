import { scheduleRoutes } from '#shared/schedule/routes'
import { route } from '#server/route'
import { lookAheadOf } from '#server/schedule'

export default route(scheduleRoutes.lookAhead, null, ({ actor }) => lookAheadOf(actor.brandId))
