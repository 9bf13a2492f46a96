import { campaignRoutes } from '#shared/campaigns/routes'
import { goOn } from '#server/campaigns'
import { route } from '#server/route'

export default route(campaignRoutes.goOn, null, ({ actor, param }) => goOn(actor, param('id')))
