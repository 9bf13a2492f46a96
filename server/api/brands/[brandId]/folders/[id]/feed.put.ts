import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { openFeed } from '#server/sources'

export default route(sourceRoutes.openFolderFeed, null, ({ actor, param }) => openFeed(actor, param('id')))
