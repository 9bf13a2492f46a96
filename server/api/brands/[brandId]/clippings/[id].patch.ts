import { clippingRoutes } from '#shared/clippings/routes'
import { clippingSchema } from '#shared/clippings/schemas'
import { route } from '#server/route'
import { editClipping } from '#server/clippings'

export default route(clippingRoutes.editClipping, clippingSchema, ({ actor, body, param }) =>
  editClipping(actor, param('id'), body),
)
