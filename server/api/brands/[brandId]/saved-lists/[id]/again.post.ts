import { savedListRoutes } from '#shared/clippings/routes'
import { tryListAgain } from '#server/clippings'
import { route } from '#server/route'

export default route(savedListRoutes.again, null, ({ actor, param }) => tryListAgain(actor, param('id')))
