import { networkRoutes } from '#shared/networks/routes'
import { describedNetworkSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { describeNetwork } from '#server/networks'

export default route(networkRoutes.describeNetwork, describedNetworkSchema, ({ actor, body }) =>
  describeNetwork(actor, body),
)
