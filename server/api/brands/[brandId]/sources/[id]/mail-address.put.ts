import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { renewMailAddress } from '#server/sources'

export default route(sourceRoutes.renewMailAddress, null, ({ actor, param }) =>
  renewMailAddress(actor, param('id')),
)
