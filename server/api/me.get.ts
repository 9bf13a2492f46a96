import { route } from '../route'
import { meOf } from '../services/people'

export default route('person', null, ({ person }) => meOf(person))
