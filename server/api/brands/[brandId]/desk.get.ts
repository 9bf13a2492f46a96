import { postRoutes } from '#shared/posts/routes'
import { route } from '#server/route'
import { deskContext } from '#server/posts'

export default route(postRoutes.context, null, ({ actor }) => deskContext(actor))
