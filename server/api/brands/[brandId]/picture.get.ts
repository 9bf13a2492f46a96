import { readingRoutes } from '#shared/reading/routes'
import { route } from '#server/route'
import { passOnPicture } from '#server/posts'

export default route(readingRoutes.picture, null, ({ actor, query, event }) =>
  passOnPicture(event, actor.brandId, query['article'] ?? '', query['url'] ?? ''),
)
