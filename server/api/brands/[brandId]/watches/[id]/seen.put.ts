import { watchRoutes } from '#shared/watches/routes'
import { route } from '#server/route'
import { seeWatch } from '#server/watches'

export default route(watchRoutes.markSeen, null, ({ actor, param }) => seeWatch(actor, param('id')))
