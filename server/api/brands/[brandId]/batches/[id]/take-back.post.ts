import { batchRoutes } from '#shared/batches/routes'
import { takeBatchBack } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.takeBack, null, ({ actor, param }) => takeBatchBack(actor, param('id')))
