import { networkRoutes } from '#shared/networks/routes'
import { editedNetworkSchema } from '#shared/networks/schemas'
import { route } from '#server/route'
import { editDescribedNetwork } from '#server/networks'

export default route(networkRoutes.editNetwork, editedNetworkSchema, ({ actor, param, body }) =>
  editDescribedNetwork(actor, param('id'), body),
)
