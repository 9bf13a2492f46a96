import { meSchema } from '../../shared/schemas'
import { route } from '../route'
import { editMe } from '../services/people'

export default route('person', meSchema, ({ person, body }) => editMe(person.id, body))
