import { draftingRoutes } from '#shared/drafting/routes'
import { removeModelSchema } from '#shared/drafting/schemas'
import { removeModel } from '#server/drafting'
import { route } from '#server/route'

export default route(draftingRoutes.removeModel, removeModelSchema, ({ actor, body }) =>
  removeModel(actor, body.version),
)
