import { evergreenRoutes } from '#shared/evergreens/routes'
import { evergreensView } from '#server/evergreens'
import { evergreenTurns } from '#server/schedule'
import { route } from '#server/route'

export default route(evergreenRoutes.evergreens, null, async ({ actor }) =>
  evergreensView(actor.brandId, await evergreenTurns(actor.brandId)),
)
