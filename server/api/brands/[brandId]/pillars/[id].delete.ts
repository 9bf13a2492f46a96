import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { removePillar } from '#server/brands'

export default route(peopleRoutes.removePillar, null, ({ actor, param }) => removePillar(actor, param('id')))
