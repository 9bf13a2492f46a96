import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { meOf } from '#server/people'

export default route(peopleRoutes.me, null, ({ person }) => meOf(person))
