import { sourceRoutes } from '#shared/sources/routes'
import { sourceEditSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { editSource } from '#server/sources'

export default route(sourceRoutes.editSource, sourceEditSchema, ({ actor, body, param }) =>
  editSource(actor, param('id'), body),
)
