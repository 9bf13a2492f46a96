import { campaignRoutes } from '#shared/campaigns/routes'
import { campaignSchema } from '#shared/campaigns/schemas'
import { editCampaign } from '#server/campaigns'
import { route } from '#server/route'

export default route(campaignRoutes.edit, campaignSchema, ({ actor, param, body }) =>
  editCampaign(actor, param('id'), body),
)
