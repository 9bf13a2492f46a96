import { almanacRoutes } from '#shared/almanac/routes'
import { removeEntry } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.removeEntry, null, ({ actor, param }) => removeEntry(actor, param('id')))
