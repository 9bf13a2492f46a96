import { orderRoutes } from '#shared/orders/routes'
import { orderSchema } from '#shared/orders/schemas'
import { addOrder } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.add, orderSchema, ({ actor, body }) => addOrder(actor, body))
