import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { takeBack } from '#server/sources'

export default route(sourceRoutes.takeBack, null, ({ actor, param }) => takeBack(actor, param('id')))
