import { postRoutes } from '#shared/posts/routes'
import { PACE } from '#server/platform/http/pace'
import { writingHelpSchema } from '#shared/posts/schemas'
import { route } from '#server/route'
import { writingHelp } from '#server/posts'

export default route(
  postRoutes.writingHelp,
  writingHelpSchema,
  ({ actor, body }) => writingHelp(actor, body),
  {
    pace: PACE.look,
  },
)
