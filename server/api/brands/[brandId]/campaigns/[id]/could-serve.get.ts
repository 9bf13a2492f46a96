import { campaignRoutes } from '#shared/campaigns/routes'
import { PACE } from '#server/platform/http/pace'
import { couldServe } from '#server/reading'
import { route } from '#server/route'

export default route(
  campaignRoutes.couldServe,
  null,
  ({ actor, param }) => couldServe(actor.brandId, param('id')),
  { pace: PACE.look },
)
