import { sourceRoutes } from '#shared/sources/routes'
import { LIMITS } from '#shared/platform/limits'
import { PACE } from '#server/platform/http/pace'
import { importSchema } from '#shared/sources/schemas'
import { route } from '#server/route'
import { startImport } from '#server/sources'

export default route(
  sourceRoutes.startImport,
  importSchema,
  ({ actor, body }) => startImport(actor, body.opml),
  {
    bodyBytes: LIMITS.opmlBytes,
    pace: PACE.parse,
  },
)
