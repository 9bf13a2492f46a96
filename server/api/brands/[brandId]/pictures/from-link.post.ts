import { postRoutes } from '#shared/posts/routes'
import { PACE } from '#server/platform/http/pace'
import { linkPreviewSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { pictureOfCard } from '#server/posts'

export default route(
  postRoutes.takeCardPicture,
  linkPreviewSchema,
  ({ actor, body }) => pictureOfCard(actor, body.url),
  {
    pace: PACE.picture,
  },
)
