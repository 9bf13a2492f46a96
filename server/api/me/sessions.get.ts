import { peopleRoutes } from '#shared/people/routes'
import { whereFrom } from '#server/platform/http/whereFrom'
import { route } from '#server/route'
import { sessionsOf } from '#server/people'

export default route(peopleRoutes.sessions, null, ({ event, person, sessionId }) =>
  sessionsOf(person.id, sessionId, whereFrom(event)),
)
