import { peopleRoutes } from '#shared/people/routes'
import { pillarSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { addPillar } from '#server/brands'

export default route(peopleRoutes.addPillar, pillarSchema, ({ actor, body }) => addPillar(actor, body))
