import { reviewSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { askReview } from '#server/posts'

export default route('work', reviewSchema, ({ actor, param, body }) => askReview(actor, param('id'), body))
