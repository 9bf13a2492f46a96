import { peopleRoutes } from '#shared/people/routes'
import { memberSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { joinBrand } from '#server/work/demo'

export default route(
  peopleRoutes.addMember,
  memberSchema,
  ({ actor, body }) => joinBrand(actor.brandId, body.personId, body.role),
  { isDemo: true },
)
