import { orderRoutes } from '#shared/orders/routes'
import { patternSchema } from '#shared/orders/schemas'
import { tryPattern } from '#server/orders'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  orderRoutes.tryPattern,
  patternSchema,
  ({ actor, body }) => tryPattern(actor.brandId, body),
  { pace: PACE.look },
)
