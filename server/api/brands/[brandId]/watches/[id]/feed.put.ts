import { watchRoutes } from '#shared/watches/routes'
import { route } from '#server/route'
import { openWatchFeed } from '#server/watches'

export default route(watchRoutes.openFeed, null, ({ actor, param }) => openWatchFeed(actor, param('id')))
