import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { stopImport } from '#server/sources'

export default route(sourceRoutes.stopImport, null, ({ actor, param }) =>
  stopImport(actor.brandId, param('id')),
)
