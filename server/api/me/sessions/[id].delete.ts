import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { endSession } from '#server/people'

export default route(peopleRoutes.endSession, null, ({ person, param }) => endSession(person.id, param('id')))
