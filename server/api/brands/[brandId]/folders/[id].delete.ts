import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { removeFolder } from '#server/sources'

export default route(sourceRoutes.removeFolder, null, ({ actor, param }) => removeFolder(actor, param('id')))
