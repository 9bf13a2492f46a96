import { savedListRoutes } from '#shared/clippings/routes'
import { savedListSchema } from '#shared/clippings/schemas'
import { LIMITS } from '#shared/platform/limits'
import { lookAtList } from '#server/clippings'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'

export default route(savedListRoutes.look, savedListSchema, ({ actor, body }) => lookAtList(actor, body), {
  bodyBytes: LIMITS.listBytes,
  pace: PACE.parse,
})
