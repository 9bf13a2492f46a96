import { postRoutes } from '#shared/posts/routes'
import { sendBackSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { sendBack } from '#server/posts'

export default route(postRoutes.sendBack, sendBackSchema, ({ actor, param, body }) =>
  sendBack(actor, param('id'), body),
)
