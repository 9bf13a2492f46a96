import { watchRoutes } from '#shared/watches/routes'
import { watchSchema } from '#shared/watches/schemas'
import { route } from '#server/route'
import { editWatch } from '#server/watches'

export default route(watchRoutes.editWatch, watchSchema, ({ actor, body, param }) =>
  editWatch(actor, param('id'), body),
)
