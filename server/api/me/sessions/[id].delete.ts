import { route } from '#server/route'
import { endSession } from '#server/people'

export default route('person', null, ({ person, param }) => endSession(person.id, param('id')))
