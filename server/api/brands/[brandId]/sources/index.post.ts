import { sourceRoutes } from '#shared/sources/routes'
import { PACE } from '#server/platform/http/pace'
import { sourceSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { addSource } from '#server/sources'

export default route(sourceRoutes.addSource, sourceSchema, ({ actor, body }) => addSource(actor, body), {
  pace: PACE.outside,
})
