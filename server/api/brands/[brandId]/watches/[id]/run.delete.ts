import { watchRoutes } from '#shared/watches/routes'
import { route } from '#server/route'
import { stopRun } from '#server/watches'

export default route(watchRoutes.stopRun, null, ({ actor, param }) => stopRun(actor.brandId, param('id')))
