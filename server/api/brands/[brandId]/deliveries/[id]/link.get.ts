import { deliveryRoutes } from '#shared/delivery/routes'
import { route } from '#server/route'
import { deliveryLink } from '#server/sending'

export default route(deliveryRoutes.link, null, ({ actor, param }) => deliveryLink(actor, param('id')))
