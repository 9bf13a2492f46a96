import { almanacRoutes } from '#shared/almanac/routes'
import { removePlace } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.removePlace, null, ({ actor, param }) => removePlace(actor, param('id')))
