import { evergreenRoutes } from '#shared/evergreens/routes'
import { ownItemsSchema } from '#shared/evergreens/schemas'
import { takeFromOwn } from '#server/evergreens'
import { route } from '#server/route'

export default route(evergreenRoutes.takeFromOwn, ownItemsSchema, ({ actor, body }) =>
  takeFromOwn(actor, body),
)
