import { networkRoutes } from '#shared/networks/routes'
import { waySchema } from '#shared/networks/schemas'
import { PACE } from '#server/platform/http/pace'
import { originOf } from '#server/platform/http/ownHosts'
import { route } from '#server/route'
import { wayIn } from '#server/networks'

export default route(
  networkRoutes.wayIn,
  waySchema,
  ({ event, body }) => wayIn(body.address, originOf(event)),
  {
    pace: PACE.outside,
  },
)
