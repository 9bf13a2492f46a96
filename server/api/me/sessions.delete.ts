import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { endOtherSessions } from '#server/people'

export default route(peopleRoutes.endOtherSessions, null, ({ person, sessionId }) =>
  endOtherSessions(person.id, sessionId),
)
