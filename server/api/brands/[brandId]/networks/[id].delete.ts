import { networkRoutes } from '#shared/networks/routes'
import { route } from '#server/route'
import { removeDescribedNetwork } from '#server/networks'

export default route(networkRoutes.removeNetwork, null, ({ actor, param }) =>
  removeDescribedNetwork(actor, param('id')),
)
