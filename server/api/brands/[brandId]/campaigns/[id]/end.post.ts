import { campaignRoutes } from '#shared/campaigns/routes'
import { endCampaignSchema } from '#shared/campaigns/schemas'
import { route } from '#server/route'
import { endCampaign } from '#server/schedule'

export default route(campaignRoutes.end, endCampaignSchema, ({ actor, param, body }) =>
  endCampaign(actor, param('id'), body),
)
