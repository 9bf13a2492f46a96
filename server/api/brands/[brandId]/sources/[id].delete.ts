import { sourceRoutes } from '#shared/sources/routes'
import { route } from '#server/route'
import { removeSource } from '#server/sources'

export default route(sourceRoutes.removeSource, null, ({ actor, param }) => removeSource(actor, param('id')))
