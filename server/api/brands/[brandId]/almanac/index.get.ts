import { almanacRoutes } from '#shared/almanac/routes'
import { almanacSources } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.sources, null, ({ actor }) => almanacSources(actor.brandId))
