import { networkRoutes } from '#shared/networks/routes'
import { beginSignInSchema } from '#shared/networks/schemas'
import { PACE } from '#server/platform/http/pace'
import { originOf } from '#server/platform/http/ownHosts'
import { route } from '#server/route'
import { beginSignIn } from '#server/networks'

export default route(
  networkRoutes.beginSignIn,
  beginSignInSchema,
  ({ actor, event, sessionId, body }) => beginSignIn(actor, sessionId, originOf(event), body),
  { pace: PACE.outside },
)
