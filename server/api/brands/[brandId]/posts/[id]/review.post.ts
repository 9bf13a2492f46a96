import { postRoutes } from '#shared/posts/routes'
import { reviewSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { askReview } from '#server/posts'

export default route(postRoutes.askReview, reviewSchema, ({ actor, param, body }) =>
  askReview(actor, param('id'), body),
)
