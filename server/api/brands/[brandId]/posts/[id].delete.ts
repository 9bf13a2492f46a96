import { postRoutes } from '#shared/posts/routes'
import { route } from '#server/route'
import { removePost } from '#server/posts'

export default route(postRoutes.removePost, null, ({ actor, param }) => removePost(actor, param('id')))
