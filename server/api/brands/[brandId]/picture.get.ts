import { readingRoutes } from '#shared/reading/routes'
import { route } from '#server/route'
import { passOnArticlePicture } from '#server/posts'

export default route(readingRoutes.picture, null, ({ actor, query, event }) =>
  passOnArticlePicture(event, actor.brandId, query['article'] ?? '', query['url'] ?? ''),
)
