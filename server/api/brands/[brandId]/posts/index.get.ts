import { postRoutes } from '#shared/posts/routes'
import { route } from '#server/route'
import { desk } from '#server/posts'

export default route(postRoutes.desk, null, ({ actor }) => desk(actor))
