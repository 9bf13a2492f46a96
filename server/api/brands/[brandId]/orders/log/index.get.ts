import { orderRoutes } from '#shared/orders/routes'
import { logOf } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.log, null, ({ actor, query }) => logOf(actor.brandId, query))
