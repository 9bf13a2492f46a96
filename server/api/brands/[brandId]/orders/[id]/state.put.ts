import { orderRoutes } from '#shared/orders/routes'
import { switchSchema } from '#shared/orders/schemas'
import { switchOrder } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.turn, switchSchema, ({ actor, body, param }) =>
  switchOrder(actor, param('id'), body.isOn),
)
