import { savedListRoutes } from '#shared/clippings/routes'
import { savedListSchema } from '#shared/clippings/schemas'
import { LIMITS } from '#shared/platform/limits'
import { startList } from '#server/clippings'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(savedListRoutes.start, savedListSchema, ({ actor, body }) => startList(actor, body), {
  bodyBytes: LIMITS.listBytes,
  pace: PACE.parse,
})
