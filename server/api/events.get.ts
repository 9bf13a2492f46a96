import { platformRoutes } from '#shared/platform/routes'
import { route } from '#server/route'
import { streamChanges } from '#server/people'

export default route(platformRoutes.events, null, ({ event, person, sessionId }) =>
  streamChanges(event, person.id, sessionId),
)
