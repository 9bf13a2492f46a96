import { watchRoutes } from '#shared/watches/routes'
import { watchSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { addWatch } from '#server/watches'

export default route(watchRoutes.addWatch, watchSchema, ({ actor, body }) => addWatch(actor, body))
