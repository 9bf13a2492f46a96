import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { closeFeed } from '#server/sources'

export default route(sourceRoutes.closeFolderFeed, null, ({ actor, param }) => closeFeed(actor, param('id')))
