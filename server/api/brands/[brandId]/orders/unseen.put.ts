import { orderRoutes } from '#shared/orders/routes'
import { seenSchema } from '#shared/orders/schemas'
import { lookOver } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.lookOver, seenSchema, ({ actor, body }) => lookOver(actor, body.postIds))
