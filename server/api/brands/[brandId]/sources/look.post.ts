import { sourceRoutes } from '#shared/sources/routes'
import { PACE } from '#server/platform/http/pace'
import { lookSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { look } from '#server/sources'

export default route(sourceRoutes.findFeed, lookSchema, ({ actor, body }) => look(actor.brandId, body), {
  pace: PACE.outside,
})
