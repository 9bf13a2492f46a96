import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { tryAgain } from '#server/sources'

export default route(sourceRoutes.tryAgain, null, ({ actor, param }) => tryAgain(actor.brandId, param('id')))
