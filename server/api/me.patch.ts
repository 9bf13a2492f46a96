import { PACE } from '../pace'
import { whereFrom } from '../whereFrom'
import { meSchema } from '../../shared/schemas'
import { route } from '../route'
import { editMe } from '../services/people'

export default route('person', meSchema, ({ event, person, sessionId, body }) => editMe(person.id, sessionId, whereFrom(event), body), {
  pace: PACE.password,
})
