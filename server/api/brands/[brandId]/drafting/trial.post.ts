import { draftingRoutes } from '#shared/drafting/routes'
import { tryModel } from '#server/drafting'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(draftingRoutes.tryModel, null, ({ actor }) => tryModel(actor.brandId), {
  pace: PACE.draft,
})
