import { peopleRoutes } from '#shared/people/routes'
import { route } from '#server/route'
import { brandView } from '#server/brands'

export default route(peopleRoutes.brand, null, ({ actor }) => brandView(actor))
