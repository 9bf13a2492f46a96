import { orderRoutes } from '#shared/orders/routes'
import { removeOrder } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.remove, null, ({ actor, param }) => removeOrder(actor, param('id')))
