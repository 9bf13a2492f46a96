import { postRoutes } from '#shared/posts/routes'
import { reviewSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { approve } from '#server/posts'

export default route(postRoutes.approve, reviewSchema, ({ actor, param, body }) =>
  approve(actor, param('id'), body),
)
