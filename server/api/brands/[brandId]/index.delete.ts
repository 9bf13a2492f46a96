import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { removeBrand } from '#server/brands'

export default route(peopleRoutes.removeBrand, null, ({ actor }) => removeBrand(actor))
