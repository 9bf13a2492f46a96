import { orderRoutes } from '#shared/orders/routes'
import { undoLogSchema } from '#shared/orders/schemas'
import { undoLogged } from '#server/orders'
import { route } from '#server/route'

export default route(orderRoutes.undo, undoLogSchema, ({ actor, body }) => undoLogged(actor, body))
