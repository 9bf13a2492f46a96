import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { secondFactorOf } from '#server/people'

export default route(peopleRoutes.secondFactor, null, ({ person }) => secondFactorOf(person.id))
