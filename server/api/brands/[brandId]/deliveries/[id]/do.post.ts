import { deliveryRoutes } from '#shared/delivery/routes'
import { deliveryActionSchema } from '#shared/delivery/schemas'
import { route } from '#server/route'
import { doWithDelivery } from '#server/sending'

export default route(deliveryRoutes.act, deliveryActionSchema, ({ actor, param, body }) =>
  doWithDelivery(actor, param('id'), body),
)
