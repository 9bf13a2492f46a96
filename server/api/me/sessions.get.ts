import { route } from '../../route'
import { sessionsOf } from '../../services/people'

export default route('person', null, ({ person, sessionId }) => sessionsOf(person.id, sessionId))
