import { peopleRoutes } from '#shared/people/routes'
import { pillarSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { editPillar } from '#server/brands'

export default route(peopleRoutes.editPillar, pillarSchema, ({ actor, body, param }) =>
  editPillar(actor, param('id'), body),
)
