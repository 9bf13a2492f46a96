import { watchRoutes } from '#shared/watches/routes'
import { orderSchema } from '#shared/platform/schemas'
import { route } from '#server/route'
import { orderWatches } from '#server/watches'

export default route(watchRoutes.order, orderSchema, ({ actor, body }) => orderWatches(actor, body.ids))
