import { draftingRoutes } from '#shared/drafting/routes'
import { draftingView } from '#server/drafting'
import { route } from '#server/route'

export default route(draftingRoutes.drafting, null, ({ actor }) => draftingView(actor.brandId))
