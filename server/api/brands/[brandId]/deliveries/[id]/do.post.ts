import { deliveryActionSchema } from '#shared/delivery/schemas'
import { route } from '#server/route'
import { doWithDelivery } from '#server/sending'

export default route('work', deliveryActionSchema, ({ actor, param, body }) =>
  doWithDelivery(actor, param('id'), body.deed),
)
