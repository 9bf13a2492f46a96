import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { sourcesOfBrand } from '#server/sources'

export default route(sourceRoutes.sources, null, ({ actor }) => sourcesOfBrand(actor.brandId, actor.role))
