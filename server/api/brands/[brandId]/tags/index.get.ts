import { articleRoutes } from '#shared/articles/routes'
import { route } from '#server/route'
import { tagUses } from '#server/articles'

export default route(articleRoutes.tags, null, ({ actor }) => tagUses(actor.brandId))
