import { sourceRoutes } from '#shared/sources/routes'
import { bulkSourcesSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { bulkSources } from '#server/sources'

export default route(sourceRoutes.bulkSources, bulkSourcesSchema, ({ actor, body }) =>
  bulkSources(actor, body),
)
