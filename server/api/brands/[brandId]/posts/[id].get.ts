import { postRoutes } from '#shared/posts/routes'
import { route } from '#server/route'
import { openPost } from '#server/posts'

export default route(postRoutes.post, null, ({ actor, param }) => openPost(actor, param('id')))
