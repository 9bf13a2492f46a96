import { route } from '#server/route'
import { sessionsOf } from '#server/people'

export default route('person', null, ({ person, sessionId }) => sessionsOf(person.id, sessionId))
