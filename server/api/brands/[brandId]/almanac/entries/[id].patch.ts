import { almanacRoutes } from '#shared/almanac/routes'
import { entrySchema } from '#shared/almanac/schemas'
import { editEntry } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.editEntry, entrySchema, ({ actor, param, body }) =>
  editEntry(actor, param('id'), body),
)
