import { orderRoutes } from '#shared/orders/routes'
import { ceilingSchema } from '#shared/orders/schemas'
import { setCeiling } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.ceiling, ceilingSchema, ({ actor, body }) => setCeiling(actor, body.perDay))
