import { route } from '../../../route'
import { endSession } from '../../../services/people'

export default route('person', null, ({ person, param }) => endSession(person.id, param('id')))
