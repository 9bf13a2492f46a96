import { orderRoutes } from '#shared/orders/routes'
import { orderSchema } from '#shared/orders/schemas'
import { editOrder } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.edit, orderSchema, ({ actor, body, param }) =>
  editOrder(actor, param('id'), body),
)
