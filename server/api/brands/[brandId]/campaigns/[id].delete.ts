import { campaignRoutes } from '#shared/campaigns/routes'
import { removeCampaign } from '#server/campaigns'
import { route } from '#server/route'

export default route(campaignRoutes.remove, null, ({ actor, param }) => removeCampaign(actor, param('id')))
