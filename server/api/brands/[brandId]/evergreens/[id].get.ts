import { evergreenRoutes } from '#shared/evergreens/routes'
import { evergreenDetail } from '#server/evergreens'
import { evergreenTurns } from '#server/schedule'
import { route } from '#server/route'

export default route(evergreenRoutes.evergreen, null, async ({ actor, param }) =>
  evergreenDetail(actor.brandId, param('id'), await evergreenTurns(actor.brandId)),
)
