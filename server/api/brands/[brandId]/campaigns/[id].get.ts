import { campaignRoutes } from '#shared/campaigns/routes'
import { route } from '#server/route'
import { campaignPage } from '#server/schedule'

export default route(campaignRoutes.campaign, null, ({ actor, param }) =>
  campaignPage(actor.brandId, param('id')),
)
