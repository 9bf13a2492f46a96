import { networkRoutes } from '#shared/networks/routes'
import { endSignInSchema } from '#shared/networks/schemas'
import { PACE } from '#server/platform/http/pace'
import { route } from '#server/route'
import { endSignIn } from '#server/networks'

export default route(
  networkRoutes.endSignIn,
  endSignInSchema,
  ({ person, sessionId, body }) => {
    const said = Object.entries(body).filter(([, value]) => value !== '')
    return endSignIn({ personId: person.id, sessionId }, Object.fromEntries(said))
  },
  { pace: PACE.outside },
)
