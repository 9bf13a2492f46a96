import { watchRoutes } from '#shared/watches/routes'
import { route } from '#server/route'
import { removeWatch } from '#server/watches'

export default route(watchRoutes.removeWatch, null, ({ actor, param }) => removeWatch(actor, param('id')))
