import { evergreenRoutes } from '#shared/evergreens/routes'
import { evergreenStateSchema } from '#shared/evergreens/schemas'
import { putEvergreens } from '#server/evergreens'
import { route } from '#server/route'

export default route(evergreenRoutes.put, evergreenStateSchema, ({ actor, body }) =>
  putEvergreens(actor, body),
)
