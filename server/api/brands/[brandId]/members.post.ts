import { memberSchema } from '#shared/people/schemas'
import { route } from '#server/route'
import { joinBrand } from '#server/work/demo'

/** Demo only, so far: gives a person a part in a brand. */
export default route(
  'own',
  memberSchema,
  ({ actor, body }) => joinBrand(actor.brandId, body.personId, body.role),
  { isDemo: true },
)
