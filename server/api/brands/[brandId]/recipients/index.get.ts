import { recipientRoutes } from '#shared/recipients/routes'
import { recipientsView } from '#server/recipients'
import { route } from '#server/route'

export default route(recipientRoutes.recipients, null, ({ actor }) => recipientsView(actor.brandId))
