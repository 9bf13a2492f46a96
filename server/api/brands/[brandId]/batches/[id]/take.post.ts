import { batchRoutes } from '#shared/batches/routes'
import { batchTakeSchema } from '#shared/batches/schemas'
import { takeBatch } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.take, batchTakeSchema, ({ actor, param, body }) =>
  takeBatch(actor, param('id'), body.version),
)
