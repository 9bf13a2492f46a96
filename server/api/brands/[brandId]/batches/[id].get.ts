import { batchRoutes } from '#shared/batches/routes'
import { openBatch } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.batch, null, ({ actor, param }) => openBatch(actor.brandId, param('id')))
