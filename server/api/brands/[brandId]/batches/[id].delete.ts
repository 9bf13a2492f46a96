import { batchRoutes } from '#shared/batches/routes'
import { removeBatch } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.remove, null, ({ actor, param }) => removeBatch(actor, param('id')))
