import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { latestImport } from '#server/sources'

export default route(sourceRoutes.latestImport, null, ({ actor }) => latestImport(actor.brandId))
