import { watchRoutes } from '#shared/watches/routes'
import { PACE } from '#server/platform/http/pace'
import { watchPreviewSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { previewWatch } from '#server/reading'

export default route(
  watchRoutes.preview,
  watchPreviewSchema,
  ({ actor, body }) => previewWatch(actor.brandId, body),
  {
    pace: PACE.look,
  },
)
