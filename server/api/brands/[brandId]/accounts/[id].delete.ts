import { networkRoutes } from '#shared/networks/routes'
import { route } from '#server/route'
import { removeAccount } from '#server/networks'

export default route(networkRoutes.removeAccount, null, ({ actor, param }) =>
  removeAccount(actor, param('id')),
)
