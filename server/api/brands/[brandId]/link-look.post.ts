import { postRoutes } from '#shared/posts/routes'
import { PACE } from '#server/platform/http/pace'
import { linkPreviewSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { previewLink } from '#server/posts'

export default route(postRoutes.previewLink, linkPreviewSchema, ({ body }) => previewLink(body.url), {
  pace: PACE.outside,
})
