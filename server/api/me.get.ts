import { route } from '#server/route'
import { meOf } from '#server/people'

export default route('person', null, ({ person }) => meOf(person))
