import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { takeFolders } from '#server/sources'

export default route(sourceRoutes.takeFolders, null, ({ actor, param }) => takeFolders(actor, param('id')))
