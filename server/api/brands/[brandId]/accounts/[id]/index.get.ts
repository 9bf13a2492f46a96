import { networkRoutes } from '#shared/networks/routes'
import { route } from '#server/route'
import { accountPage } from '#server/sending'

export default route(networkRoutes.account, null, ({ actor, param }) => accountPage(actor, param('id')))
