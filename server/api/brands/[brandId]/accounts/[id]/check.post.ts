import { networkRoutes } from '#shared/networks/routes'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { checkAgain } from '#server/networks'

export default route(networkRoutes.checkAgain, null, ({ actor, param }) => checkAgain(actor, param('id')), {
  pace: PACE.outside,
})
