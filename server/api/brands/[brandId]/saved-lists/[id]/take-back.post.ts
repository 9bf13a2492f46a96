import { savedListRoutes } from '#shared/clippings/routes'
import { takeListBack } from '#server/clippings'
import { route } from '#server/route'

export default route(savedListRoutes.takeBack, null, ({ actor, param }) => takeListBack(actor, param('id')))
