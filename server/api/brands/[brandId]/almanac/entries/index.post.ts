import { almanacRoutes } from '#shared/almanac/routes'
import { entrySchema } from '#shared/almanac/schemas'
import { addEntry } from '#server/almanac'
import { route } from '#server/route'

export default route(almanacRoutes.addEntry, entrySchema, ({ actor, body }) => addEntry(actor, body))
