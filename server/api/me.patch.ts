import { meSchema } from '../../shared/schemas'
import { route } from '../route'
import { editMe } from '../services/people'

export default route('person', meSchema, ({ person, sessionId, body }) => editMe(person.id, sessionId, body))
