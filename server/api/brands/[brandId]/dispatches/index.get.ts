import { recipientRoutes } from '#shared/recipients/routes'
import { dispatchPage } from '#server/recipients'
import { route } from '#server/route'

export default route(recipientRoutes.dispatches, null, ({ actor, query }) =>
  dispatchPage(actor.brandId, query),
)
