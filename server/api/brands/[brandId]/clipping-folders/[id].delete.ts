import { clippingRoutes } from '#shared/clippings/routes'
import { removeFolder } from '#server/clippings'
import { route } from '#server/route'

export default route(clippingRoutes.removeFolder, null, ({ actor, param }) =>
  removeFolder(actor, param('id')),
)
