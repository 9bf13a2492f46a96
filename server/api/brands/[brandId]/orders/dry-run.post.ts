import { orderRoutes } from '#shared/orders/routes'
import { dryRunSchema } from '#shared/orders/schemas'
import { answerDryRun } from '#server/orders'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(
  orderRoutes.dryRun,
  dryRunSchema,
  ({ actor, body, event }) => answerDryRun(event, actor.brandId, body),
  { pace: PACE.look },
)
