import { networkRoutes } from '#shared/networks/routes'
import { route } from '#server/route'
import { describedNetworks } from '#server/networks'

export default route(networkRoutes.networks, null, ({ actor }) => describedNetworks(actor))
