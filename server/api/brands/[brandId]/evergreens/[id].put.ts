import { evergreenRoutes } from '#shared/evergreens/routes'
import { evergreenSchema } from '#shared/evergreens/schemas'
import { setEvergreen } from '#server/evergreens'
import { route } from '#server/route'

export default route(evergreenRoutes.set, evergreenSchema, ({ actor, body, param }) =>
  setEvergreen(actor, param('id'), body),
)
