import { deliveryRoutes } from '#shared/delivery/routes'
import { route } from '#server/route'
import { deliveryView } from '#server/sending'

export default route(deliveryRoutes.delivery, null, ({ actor, param }) => deliveryView(actor, param('id')))
