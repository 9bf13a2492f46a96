import { orderRoutes } from '#shared/orders/routes'
import { orderPlacesSchema } from '#shared/orders/schemas'
import { placeOrders } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.place, orderPlacesSchema, ({ actor, body }) => placeOrders(actor, body.ids))
