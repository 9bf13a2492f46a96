import { campaignRoutes } from '#shared/campaigns/routes'
import { campaignSchema } from '#shared/campaigns/schemas'
import { addCampaign } from '#server/campaigns'
import { route } from '#server/route'

export default route(campaignRoutes.add, campaignSchema, ({ actor, body }) => addCampaign(actor, body))
