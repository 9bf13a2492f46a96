import { draftingRoutes } from '#shared/drafting/routes'
import { draftSchema } from '#shared/drafting/schemas'
import { answerDrafts } from '#server/drafting'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  draftingRoutes.write,
  draftSchema,
  ({ actor, body: { writer, ...wanted }, event }) => answerDrafts(event, actor, writer, wanted),
  { pace: PACE.draft },
)
