import { draftingRoutes } from '#shared/drafting/routes'
import { chooseSchema } from '#shared/drafting/schemas'
import { chooseDraft } from '#server/drafting'
import { route } from '#server/route'

export default route(draftingRoutes.choose, chooseSchema, ({ actor, body, param }) =>
  chooseDraft(actor, param('id'), body.postId),
)
