import { orderRoutes } from '#shared/orders/routes'
import { ordersView } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.orders, null, ({ actor }) => ordersView(actor.brandId))
