import { postRoutes } from '#shared/posts/routes'
import { savePostSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { savePost } from '#server/posts'

export default route(postRoutes.savePost, savePostSchema, ({ actor, param, body }) =>
  savePost(actor, param('id'), body),
)
