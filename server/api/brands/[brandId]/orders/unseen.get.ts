import { orderRoutes } from '#shared/orders/routes'
import { unseenView } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.unseen, null, ({ actor, query }) =>
  unseenView(actor, query['count'] === '1'),
)
