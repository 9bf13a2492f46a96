import { watchRoutes } from '#shared/watches/routes'
import { route } from '#server/route'
import { closeWatchFeed } from '#server/watches'

export default route(watchRoutes.closeFeed, null, ({ actor, param }) => closeWatchFeed(actor, param('id')))
