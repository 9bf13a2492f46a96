import { clippingRoutes } from '#shared/clippings/routes'
import { shelvedSchema } from '#shared/clippings/schemas'
import { setShelved } from '#server/clippings'
import { route } from '#server/route'

export default route(clippingRoutes.setShelved, shelvedSchema, ({ actor, param, body }) =>
  setShelved(actor, param('id'), body.shelved),
)
