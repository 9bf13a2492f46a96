import { campaignRoutes } from '#shared/campaigns/routes'
import { route } from '#server/route'
import { campaignLines } from '#server/schedule'

export default route(campaignRoutes.campaigns, null, ({ actor }) => campaignLines(actor.brandId))
