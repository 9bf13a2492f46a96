import { savedListRoutes } from '#shared/clippings/routes'
import { stopList } from '#server/clippings'
import { route } from '#server/route'

export default route(savedListRoutes.stop, null, ({ actor, param }) => stopList(actor, param('id')))
