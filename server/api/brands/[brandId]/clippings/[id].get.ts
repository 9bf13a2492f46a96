import { clippingRoutes } from '#shared/clippings/routes'
import { clippingDetail } from '#server/reading'
import { route } from '#server/route'

export default route(clippingRoutes.clipping, null, ({ actor, param }) =>
  clippingDetail(actor.brandId, param('id')),
)
