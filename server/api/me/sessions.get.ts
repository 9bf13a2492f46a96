import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { sessionsOf } from '#server/people'

export default route(peopleRoutes.sessions, null, ({ person, sessionId }) => sessionsOf(person.id, sessionId))
