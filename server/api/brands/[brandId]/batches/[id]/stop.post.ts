import { batchRoutes } from '#shared/batches/routes'
import { stopBatch } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.stop, null, ({ actor, param }) => stopBatch(actor, param('id')))
