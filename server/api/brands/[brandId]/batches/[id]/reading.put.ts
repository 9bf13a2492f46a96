import { batchRoutes } from '#shared/batches/routes'
import { batchReadingSchema } from '#shared/batches/schemas'
import { setReading } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.setReading, batchReadingSchema, ({ actor, param, body }) =>
  setReading(actor.brandId, param('id'), body),
)
