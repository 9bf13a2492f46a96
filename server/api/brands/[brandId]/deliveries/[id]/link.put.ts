import { deliveryRoutes } from '#shared/delivery/routes'
import { repointSchema } from '#shared/results/schemas'
import { route } from '#server/route'
import { repointLink } from '#server/sending'

export default route(deliveryRoutes.repoint, repointSchema, ({ actor, param, body }) =>
  repointLink(actor, param('id'), body.target),
)
