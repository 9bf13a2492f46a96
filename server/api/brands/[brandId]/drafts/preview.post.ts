import { draftingRoutes } from '#shared/drafting/routes'
import { previewSchema } from '#shared/drafting/schemas'
import { previewDraft } from '#server/drafting'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  draftingRoutes.preview,
  previewSchema,
  ({ actor, body }) => previewDraft(actor.brandId, body),
  { pace: PACE.look },
)
