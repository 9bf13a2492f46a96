import { draftingRoutes } from '#shared/drafting/routes'
import { modelSchema } from '#shared/drafting/schemas'
import { saveModel } from '#server/drafting'
import { route } from '#server/route'

export default route(draftingRoutes.saveModel, modelSchema, ({ actor, body }) => saveModel(actor, body))
