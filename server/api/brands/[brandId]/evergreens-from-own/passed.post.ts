import { evergreenRoutes } from '#shared/evergreens/routes'
import { passOverSchema } from '#shared/evergreens/schemas'
import { passOver } from '#server/evergreens'
import { route } from '#server/route'

export default route(evergreenRoutes.passOver, passOverSchema, ({ actor, body }) =>
  passOver(actor, body.articleIds),
)
