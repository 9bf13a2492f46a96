import { batchRoutes } from '#shared/batches/routes'
import { batchSchema } from '#shared/batches/schemas'
import { LIMITS } from '#shared/platform/limits'
import { startBatch } from '#server/batches'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(batchRoutes.start, batchSchema, ({ actor, body }) => startBatch(actor, body), {
  bodyBytes: LIMITS.listBytes,
  pace: PACE.parse,
})
