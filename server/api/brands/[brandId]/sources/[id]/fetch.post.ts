import { sourceRoutes } from '#shared/sources/routes'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { fetchNow } from '#server/sources'

export default route(
  sourceRoutes.fetchNow,
  null,
  ({ actor, param }) => fetchNow(actor.brandId, param('id')),
  {
    pace: PACE.outside,
  },
)
