import { batchRoutes } from '#shared/batches/routes'
import { batchRowSchema } from '#shared/batches/schemas'
import { editRow } from '#server/batches'
import { route } from '#server/route'

export default route(batchRoutes.editRow, batchRowSchema, ({ actor, param, body }) =>
  editRow(actor.brandId, param('id'), body),
)
