import { orderRoutes } from '#shared/orders/routes'
import { stopSchema } from '#shared/orders/schemas'
import { stopOrders } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.stop, stopSchema, ({ actor, body }) => stopOrders(actor, body.isStopped))
