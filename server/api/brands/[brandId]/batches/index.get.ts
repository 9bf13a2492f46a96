import { batchRoutes } from '#shared/batches/routes'
import { listBatches } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.batches, null, ({ actor }) => listBatches(actor.brandId))
