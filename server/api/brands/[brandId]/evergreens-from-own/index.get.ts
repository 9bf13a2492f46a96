import { evergreenRoutes } from '#shared/evergreens/routes'
import { fromOwn } from '#server/evergreens'
import { route } from '#server/route'

export default route(evergreenRoutes.fromOwn, null, ({ actor, query }) =>
  fromOwn(actor.brandId, query['all'] === '1'),
)
