import { postRoutes } from '#shared/posts/routes'
import { PACE } from '#server/platform/http/pace'
import { articlePictureSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { pictureOfArticle } from '#server/posts'

export default route(
  postRoutes.takePicture,
  articlePictureSchema,
  ({ actor, body }) => pictureOfArticle(actor, body),
  {
    pace: PACE.picture,
  },
)
